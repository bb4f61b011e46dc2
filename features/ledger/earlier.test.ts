import { expect, test } from "@jest/globals";
import { earlierOf } from "./earlier";
import type { RecordView } from "./types";

const record = (number: number, more: Partial<RecordView> = {}): RecordView =>
  ({
    number,
    takenAt: Date.UTC(2026, 2, number, 12),
    definition: "fennimore-rill-4",
    present: 198,
    expected: 198,
    source: null,
    ...more,
  }) as RecordView;

test("a record is held against those before it under its definition, each named with its day, and partial ones as such", () => {
  const source = { name: "old.csv", broughtAt: "2026-03-01", dateGiven: null, leftOut: 0 };
  const records = [
    record(6),
    record(5),
    record(4, { definition: "fennimore-rill-3" }),
    record(3, { present: 49 }),
    record(2, { source }),
    record(1, { source: { ...source, dateGiven: "2026-03-01" } }),
  ];
  expect(earlierOf(records, records[1]!)).toEqual([
    { number: 3, words: "record 3, partial, 3 Mar 2026" },
    { number: 2, words: "record 2" },
    { number: 1, words: "record 1, 1 Mar 2026" },
  ]);
});
