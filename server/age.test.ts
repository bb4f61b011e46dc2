import { test } from "@jest/globals";
import * as fc from "fast-check";
import { ageMs } from "./age";

const moment = fc.integer({ min: 0, max: 4e12 });

test("what was before now is as old as it is; a clock that is put right by moments makes nothing old", () => {
  fc.assert(fc.property(moment, fc.nat(1e12), (at, by) => ageMs(at, at + by) === by));
  fc.assert(fc.property(moment, fc.integer({ min: 0, max: 4999 }), (at, by) => ageMs(at, at - by) === 0));
});

test("where the clock was set back, nothing counts as fresh", () => {
  fc.assert(
    fc.property(moment, fc.integer({ min: 5000, max: 1e12 }), (at, by) => ageMs(at, at - by) === Infinity),
  );
});
