import { readFileSync } from "node:fs";
import { join } from "node:path";
import Papa from "papaparse";
import type { DefinitionFile } from "@/core/definition";
import {
  decodeText,
  definitionFromEds,
  definitionFromList,
  guessColumns,
  identityFromEds,
  readEds,
} from "@/core/format";

const text = (name: string): string => {
  const decoded = decodeText(readFileSync(join(process.cwd(), "demo/files", name)));
  if (!decoded.ok) throw new Error(`${name}: ${decoded.reason}`);
  return decoded.text;
};

/** Two families that Calm Ledger does not ship: their stand-ins answer on the lines of goods in, so that their definitions can be imported. Made from the same files. */
export function readStrangers(): DefinitionFile[] {
  const eds = readEds(text("thornbury-wren.eds"));
  const wren = definitionFromEds(
    eds,
    {
      vendor: "Thornbury",
      family: "Wren",
      about: "",
      firmwareFrom: "0",
      supply: "",
      identity: identityFromEds(eds),
    },
    1,
  ).file;
  const rows = (Papa.parse(text("thornbury-lark.csv"), { delimiter: ";" }).data as string[][]).map(
    (cells, i) => ({ line: i + 1, cells }),
  );
  const lark = definitionFromList(
    rows,
    { ...guessColumns(rows.map((each) => each.cells)), base: 0 },
    {
      vendor: "Thornbury",
      family: "Lark",
      about: "",
      firmwareFrom: "0",
      supply: "",
      identity: [
        { field: "family", address: 0, type: "u16", equals: 8801 },
        { field: "firmware", address: 1, type: "u16", minorSteps: 100 },
        { field: "serial", address: 2, type: "text", length: 12 },
      ],
    },
    {
      framings: ["rtu", "tcp"],
      defaults: { baud: 9600, parity: "even", stopBits: 1, address: 1, port: 502 },
      readFunction: 3,
      writeFunctions: [6, 16],
      registersPerRead: 32,
      registersPerWrite: 16,
      readAcrossGaps: false,
      turnaroundMs: 8,
      slowestAnswerMs: 400,
      wordOrder: "high-first",
    },
  ).file;
  return [lark, wren];
}
