import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { definitionFor } from "@/core/definition";
import type { DriveState } from "@/core/drive";
import { factorySet, valuesByCode } from "@/core/set";
import { NOT_SETTINGS, type RawValue } from "@/core/value";
import { hollin, plover, runnel } from "@/families/testing";
import type { CheckInput } from "./check/check";
import { partAlone } from "./check/check-part";
import { onceRestored, outsideOf, outsideWords, partWords, settingsOutside } from "./part";

const rack = definitionFor(plover, { firmware: "2.4", axes: 3, options: [] });
const before = valuesByCode(factorySet(rack, "P-06"));

describe("one part of a drive", () => {
  test("in words: an axis, a set, and what belongs to none", () => {
    expect(partWords({ axes: [2] })).toBe("axis 2 alone");
    expect(partWords({ sets: [0, 1] })).toBe("what no set holds and set 1 alone");
  });
  test("what it will hold is the record's inside and its own outside", () => {
    const recorded = new Map<string, RawValue>([
      ["2:607D.02", 1],
      ["3:607D.02", 2],
    ]);
    const then = onceRestored(rack, recorded, before, { axes: [2] });
    expect(then.get("2:607D.02")).toBe(1);
    expect(then.get("3:607D.02")).toBe(before.get("3:607D.02"));
  });
  test("whatever changed, every setting outside is counted exactly once, and nothing inside is", () => {
    const settings = rack.parameters.filter((each) => !NOT_SETTINGS.has(each.kind));
    fc.assert(
      fc.property(
        fc.subarray(settings, { maxLength: 40 }),
        fc.subarray(settings, { maxLength: 40 }),
        (changed, lost) => {
          const after = new Map(before);
          for (const each of changed) after.set(each.code, "otherwise");
          for (const each of lost) after.delete(each.code);
          const { same, changed: otherwise, notRead } = outsideOf(rack, { axes: [2] }, before, after);
          const outside = new Set(settingsOutside(rack, { axes: [2] }));
          expect([...outside].some((code) => code.startsWith("2:"))).toBe(false);
          expect(same + otherwise + notRead).toBe(outside.size);
          expect(otherwise).toBe(
            changed.filter(({ code }) => outside.has(code) && before.has(code) && after.has(code)).length,
          );
        },
      ),
    );
  });
  test("untouched is said of what was read both times only", () => {
    expect(outsideWords({ same: 9, changed: 0, notRead: 0 })).toMatch(/none has changed/);
    expect(outsideWords({ same: 7, changed: 1, notRead: 2 })).toBe(
      "7 of 10 settings outside have not changed, 1 have, of 2 it is not told",
    );
  });
});

describe("what reaches further than the part", () => {
  const check = (volatileOutside: string[] | undefined, volatile: boolean | undefined, family = hollin) =>
    partAlone({
      part: { part: { sets: [2] }, volatileOutside },
      definition: family,
      state: { volatile } as DriveState,
    } as CheckInput)[0]!.verdict;
  test("nothing is looked at where the whole drive is restored", () => {
    expect(partAlone({ definition: hollin } as CheckInput)).toEqual([]);
  });
  test("volatile values outside are a caution; where nobody knows which, it is not told", () => {
    expect(check(["H.rmp.1/3"], true)).toBe("caution");
    expect(check([], true)).toBe("fine");
    expect(check(undefined, true)).toBe("not-told");
    expect(check(undefined, undefined)).toBe("not-told");
    expect(check(undefined, false)).toBe("fine");
  });
  test("where every write is permanent at once nothing reaches further", () => {
    expect(check(undefined, undefined, runnel)).toBe("fine");
  });
});
