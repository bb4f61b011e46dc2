import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { answer, parseCondition, type Asked } from "@/core/question";
import type { RawValue } from "@/core/value";
import { hollin } from "@/families/testing";
import { AskedList } from "./asked-list";

const CODES = ["H.mot.12", "H.law.1", "H.sig.1"].filter((code) =>
  hollin.parameters.some((each) => each.base === code),
);
const CONDITIONS = [
  "deceleration time < 2 s",
  "brake resistor in use = yes",
  `${CODES[0]!} > 3`,
  "area = Kiln",
].map((typed) => {
  const parsed = parseCondition(typed, new Set(CODES));
  if (!parsed.ok) throw new Error(parsed.trouble);
  return parsed.condition;
});
const asked = (values: ReadonlyMap<string, RawValue>, area: string): Asked => ({
  fact: (of) => (of === "area" ? area : undefined),
  firmware: "5.2",
  readiness: "ready",
  taken: () => ({}),
  definition: hollin,
  values,
});

test("drives that hold the same get the same answer, and each the one it would get alone", () => {
  const list = new AskedList(hollin, CONDITIONS);
  const values = fc
    .array(
      fc.tuple(
        fc.constantFrom(...list.codes),
        fc.oneof(fc.integer({ min: 0, max: 4 }), fc.constantFrom("1", "2")),
      ),
      { maxLength: 6 },
    )
    .map((entries) => new Map<string, RawValue>(entries));
  fc.assert(
    fc.property(values, fc.constantFrom("Kiln", "Glazing"), (held, area) => {
      const one = asked(held, area);
      for (const condition of CONDITIONS) expect(list.answer(condition, one)).toEqual(answer(condition, one));
    }),
    { numRuns: 300 },
  );
});
