import { expect, test } from "@jest/globals";
import { factorySet, valuesByCode } from "@/core/set";
import type { RawValue } from "@/core/value";
import { rill } from "@/families/testing";
import { butForPlace } from "./but-for-place";

const factory = valuesByCode(factorySet(rill, "R-030"));
const withValues = (values: Record<string, RawValue>) => new Map([...factory, ...Object.entries(values)]);
const ofKind = (kind: string): string => rill.parameters.find((each) => each.kind === kind)!.code;

test("addresses and names belong to the place, tuning results to the motor, the rest to the machine", () => {
  const address = ofKind("communication");
  const tuning = ofKind("tuning");
  const other = withValues({ [address]: 77, "1a": "Roller 5", [tuning]: 4711, "1r": 250 });
  expect(butForPlace(rill, factory, other)).toEqual({
    place: expect.arrayContaining([address, "1a"]),
    tuning: [tuning],
    settings: ["1r"],
  });
  expect(butForPlace(rill, factory, factory)).toEqual({ place: [], tuning: [], settings: [] });
});

test("what one of the two lacks is otherwise; what is measured never is", () => {
  const lacking = new Map(factory);
  lacking.delete("1r");
  expect(butForPlace(rill, lacking, factory).settings).toEqual(["1r"]);
  expect(butForPlace(rill, factory, withValues({ [ofKind("measured")]: 99 })).settings).toEqual([]);
});
