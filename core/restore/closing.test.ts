import { expect, test } from "@jest/globals";
import { definitionFor } from "@/core/definition";
import type { RawValue } from "@/core/value";
import { hollin, plover, rill } from "@/families/testing";
import { closingLines, type CameOut } from "./closing";

const LOCK = rill.file.locks![0]!.code;
const came = (
  verdict: CameOut["results"][number]["verdict"],
  to: number,
  leftOut: CameOut["leftOut"] = [],
): CameOut => ({ kind: "restore", results: [{ code: LOCK, to, verdict }], leftOut });
const lines = (cameOut: CameOut) => closingLines(cameOut, rill).filter((each) => each.includes(LOCK));

test("a lock that was closed in the record and is not proved to be is closed by hand", () => {
  expect(lines(came("verified", 1))).toEqual([]);
  expect(lines(came("refused", 1))).toEqual(["Locked again by hand: Keypad lock (8a)"]);
  expect(lines(came("not-read-back", 2))).toEqual(["Locked again by hand: Keypad lock (8a)"]);
  // Open in the record, it was never locked.
  expect(lines(came("refused", 0))).toEqual([]);
});

test("a lock that was left out is closed by hand, where the record has it closed", () => {
  const others = { kind: "restore", results: [{ code: "1r", to: 250, verdict: "verified" }] } as const;
  expect(lines({ ...others, leftOut: [{ code: LOCK, to: 1 }] })).toEqual([
    "Locked by hand as recorded, since it was left out: Keypad lock (8a)",
  ]);
  expect(lines({ ...others, leftOut: [{ code: LOCK, to: 0 }] })).toEqual([]);
  expect(lines({ ...others, leftOut: [{ code: "2r", to: 1 }] })).toEqual([]);
});

test("only what hands have opened is closed by hand", () => {
  const verified = came("verified", 1);
  expect(closingLines(verified, rill)).toEqual([
    "Closed again at the drive: writing from the line (at the keypad, or by a power-off)",
  ]);
  expect(closingLines({ ...verified, results: [] }, rill)).toEqual([]);
  expect(closingLines(verified, hollin)).toEqual([]);
  expect(closingLines(verified, definitionFor(plover, { firmware: "2.4", axes: 1, options: [] }))).toEqual(
    [],
  );
  expect(closingLines(verified, undefined)).toEqual([]);
});

test("an access level that a password closed is closed by hand again; one that the recorded drive had not is opened", () => {
  const leftOut = (to: RawValue): CameOut => ({
    kind: "restore",
    results: [{ code: "H.lim.1/1", to: 1, verdict: "verified" }],
    leftOut: [{ code: "H.mac.14", to }],
  });
  expect(closingLines(leftOut(1), hollin)).toEqual([
    "Set again at the keypad, as it was on the recorded drive: Password for this table (H.mac.14)",
  ]);
  // Whatever a file brought in, a line never holds the password itself.
  expect(closingLines(leftOut(4711), hollin).join()).not.toContain("4711");
  expect(closingLines(leftOut(0), hollin)).toEqual([
    "Cleared at the keypad, or known to whoever needs it, since the recorded drive had none: Password for this table (H.mac.14)",
  ]);
  expect(closingLines({ ...leftOut(1), kind: "make-permanent" }, hollin)).toEqual([]);
});
