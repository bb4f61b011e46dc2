import type { ImportChoices } from "@/core/contract";
import type { ModbusLink } from "@/core/definition";
import { guessColumns, identityFromEds } from "@/core/format";
import type { Upload } from "./read-upload";

/** What a file seems to say of whose drive it is, of its columns and of how it talks; a person looks it through. */
export function guessOf(name: string, upload: Upload): ImportChoices {
  if (upload.kind === "definition") return {};
  const stem = name.replace(/\.\w+$/, "");
  if (upload.kind === "eds") {
    return {
      about: {
        vendor: upload.eds.vendorName,
        family: upload.eds.productName || stem,
        about: "",
        firmwareFrom: "0",
        supply: "",
        identity: identityFromEds(upload.eds),
      },
      node: 1,
    };
  }
  const sheet = likeliest(upload.sheets);
  const rows = upload.sheets[sheet]?.rows ?? [];
  return {
    about: { vendor: "", family: stem, about: "", firmwareFrom: "0", supply: "", identity: [] },
    sheet,
    list: { ...guessColumns(rows.map((each) => each.cells)), base: 0 },
    modbus: USUAL_MODBUS,
  };
}

/** The sheet that looks most like a list of registers: the one with a column of them and most rows. */
function likeliest(sheets: Array<{ rows: Array<{ cells: string[] }> }>): number {
  const worth = sheets.map(({ rows }) => {
    const { mapping } = guessColumns(rows.map((each) => each.cells));
    return mapping.address === undefined ? 0 : rows.length * Object.keys(mapping).length;
  });
  return Math.max(0, worth.indexOf(Math.max(...worth)));
}

/** Careful values for a drive of which only a list is known: short questions, no reading across gaps, patience. */
const USUAL_MODBUS: ModbusLink = {
  framings: ["rtu", "tcp"],
  defaults: { baud: 9600, parity: "even", stopBits: 1, address: 1, port: 502 },
  readFunction: 3,
  writeFunctions: [6, 16],
  registersPerRead: 16,
  registersPerWrite: 8,
  readAcrossGaps: false,
  turnaroundMs: 10,
  slowestAnswerMs: 1000,
  wordOrder: "high-first",
  speeds: [9600, 19_200, 38_400],
};
