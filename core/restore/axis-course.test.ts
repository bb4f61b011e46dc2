import { expect, test } from "@jest/globals";
import { axisCourse } from ".";

const done = (id: number, outcome: string, part?: { axes?: number[]; sets?: number[] }) => ({
  id,
  outcome,
  part,
});

test("nothing restored yet: every axis is to be done", () => {
  expect(axisCourse([1, 2], [])).toEqual([
    { axis: 1, verified: false },
    { axis: 2, verified: false },
  ]);
});

test("each axis has the newest restore that reached it, also where that one went wrong after a good one", () => {
  const receipts = [
    done(9, "ended", { axes: [1] }),
    done(8, "verified", { axes: [2] }),
    done(7, "verified", { axes: [1] }),
  ];
  expect(axisCourse([1, 2, 3], receipts)).toEqual([
    { axis: 1, receipt: 9, verified: false },
    { axis: 2, receipt: 8, verified: true },
    { axis: 3, verified: false },
  ]);
});

test("the whole drive reaches every axis, one parameter set none", () => {
  expect(axisCourse([1, 2], [done(5, "verified", { sets: [1] }), done(4, "verified")])).toEqual([
    { axis: 1, receipt: 4, verified: true },
    { axis: 2, receipt: 4, verified: true },
  ]);
});
