import { expect, test } from "@jest/globals";
import { definitionFromList, guessColumns } from "./register-list";

const ABOUT = {
  vendor: "Marl",
  family: "Stoat",
  about: "",
  firmwareFrom: "0",
  supply: "",
  identity: [{ field: "family" as const, address: 1, type: "u16" as const, equals: 7 }],
};
const MODBUS = {
  framings: ["rtu" as const],
  defaults: { baud: 9600, parity: "even" as const, stopBits: 1 as const, address: 1, port: 502 },
  readFunction: 3 as const,
  writeFunctions: [6 as const],
  registersPerRead: 16,
  registersPerWrite: 8,
  readAcrossGaps: false,
  turnaroundMs: 10,
  slowestAnswerMs: 1000,
  wordOrder: "high-first" as const,
};

test("what sounds like a command in a register list is taken as one, and put before a person", () => {
  const lines = [
    ["Register", "Name", "Access"],
    ["100", "Control word", "rw"],
    ["101", "Speed set-point", "rw"],
    ["102", "Status of the control word", "ro"],
    ["103", "Start delay time", "rw"],
    ["104", "Frequency set-point", "rw"],
    ["105", "Password level 2", "rw"],
  ];
  const rows = lines.map((cells, i) => ({ line: i + 1, cells }));
  const guess = guessColumns(lines);
  const { file, notes } = definitionFromList(rows, { ...guess, base: 0 }, ABOUT, MODBUS);
  const kinds = file.groups.flatMap((group) => group.parameters ?? []).map(({ name, kind }) => [name, kind]);
  expect(kinds).toEqual([
    ["Control word", "command"],
    ["Speed set-point", "command"],
    ["Status of the control word", "measured"],
    ["Start delay time", undefined],
    ["Frequency set-point", "command"],
    ["Password level 2", "secret"],
  ]);
  expect(
    notes.filter((each) => each.reason.includes("speaks of a command")).map((each) => each.line),
  ).toEqual([2, 3, 6]);
});
