import { expect, test } from "@jest/globals";
import { missingLicences, readLicences } from "./licence";

test("what, for which serial number, until when; the last two may lack", () => {
  expect(
    readLicences(["Fast positioning; FR25-1558; 2026-12-31", "Web pages", "Torque mode; FR25-1558"]),
  ).toEqual({
    ok: true,
    value: [
      { what: "Fast positioning", serial: "FR25-1558", until: "2026-12-31" },
      { what: "Web pages" },
      { what: "Torque mode", serial: "FR25-1558" },
    ],
  });
});

test.each([
  ["; FR25-1558", "it does not say what it is"],
  ["Key; FR25; 31.12.2026", "“31.12.2026” is no day; write it as 2026-12-31"],
  ["Key; FR25; 2026-02-30", "is no day"],
  ["Key; FR25; 2026-12-31; Ines", "more than three parts"],
])("a line that cannot be read is named with its number and the reason: %s", (line, words) => {
  const read = readLicences(["Web pages", line]);
  expect(read).toMatchObject({ ok: false });
  expect(!read.ok && read.text).toContain(`Line 2, “${line}”: `);
  expect(!read.ok && read.text).toContain(words);
});

test("what a drive lacks: bound to another, ended, or about to end with the other", () => {
  const licences = [
    { what: "Fast positioning", serial: "A", until: "2026-12-31" },
    { what: "Torque mode", serial: "B" },
    { what: "Web pages", until: "2026-11-26" },
    { what: "Keypad text" },
  ];
  expect(missingLicences(licences, "B", "2026-11-27")).toEqual([
    "Fast positioning is bound to A, not to this drive; it ends on 2026-12-31",
    "Web pages ended on 2026-11-26",
  ]);
  // A drive that tells no serial number is not said to have it, nor to lack it.
  expect(missingLicences(licences.slice(1, 2), undefined, "2026-11-27")).toEqual([
    "Torque mode is bound to B; which serial number this drive has is not told",
  ]);
  // The last day still counts.
  expect(missingLicences(licences, "A", "2026-11-26")).toEqual([
    "Torque mode is bound to B, not to this drive",
  ]);
});
