import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { definitionFor, quantityOf, QUANTITIES } from "@/core/definition";
import type { RawValue } from "@/core/value";
import { hollin, plover, rill, runnel } from "@/families/testing";
import { answer, type Asked } from "./answer";
import { codesNeeded } from "./codes";
import { allHold, FACTS, OPERATORS, type Condition, type Fact, type Holds } from "./condition";
import { parseCondition } from "./parse";
import { splitConditions } from "./split";
import { suggest } from "./suggest";
import { conditionWords, subjectWords } from "./words";

const codes = new Set(
  [rill, runnel, hollin, plover].flatMap((each) => each.parameters.map(({ base }) => base)),
);
const parsed = (typed: string): Condition => {
  const found = parseCondition(typed, codes);
  if (!found.ok) throw new Error(found.trouble);
  return found.condition;
};
const FACTS_HERE: Record<Fact, string | undefined> = {
  family: "Fennimore Rill",
  rating: "Rill 3 kW",
  area: "Kiln",
  machine: "Roller",
  serial: undefined,
};
const asked = (
  definition: Asked["definition"],
  values: Array<[string, RawValue]>,
  more?: Partial<Asked>,
): Asked => ({
  fact: (of) => FACTS_HERE[of],
  firmware: "4.10",
  readiness: "with-care",
  taken: () => ({ days: 40, day: "2026-03-14" }),
  definition,
  values: new Map(values),
  ...more,
});

describe("one of several is enough", () => {
  const either = parsed("14r = Fitted or 1r < 2 s");
  const at = (values: Array<[string, RawValue]>) => answer(either, asked(rill, values));
  test("a yes decides; without one, what is not told stays unknown; else it is a no", () => {
    expect(at([["14r", 1]])).toMatchObject({ holds: "yes" });
    expect(
      at([
        ["14r", 0],
        ["1r", 150],
      ]),
    ).toMatchObject({ holds: "yes", cell: "0 · Not fitted; 1.50 s" });
    expect(at([["14r", 0]]).holds).toBe("unknown");
    expect(
      at([
        ["14r", 0],
        ["1r", 300],
      ]).holds,
    ).toBe("no");
  });
  test("its codes are those of all of them, and it is one column", () => {
    expect(codesNeeded([either], rill).sort()).toEqual(["14r", "1r"]);
    expect(subjectWords(either)).toBe("14r or 1r");
  });
  test("one part that is no condition makes none of it, with the reason", () => {
    expect(parseCondition("1r < 2 s or nonsense > 3", codes)).toMatchObject({
      ok: false,
      trouble: expect.stringContaining("nonsense"),
    });
  });
});

describe("a condition as it is typed", () => {
  test.each([
    ["deceleration time < 2 s", "Deceleration time < 2 s"],
    ["Deceleration   time under 1500 ms", "Deceleration time < 1500 ms"],
    ["brake resistor in use = yes", "Brake resistor in use = yes"],
    // Of several quantities one alone can be compared with that.
    ["brake resistor = yes", "Brake resistor in use = yes"],
    ["brake resistor > 50 Ohm", "Brake resistor, resistance > 50 Ohm"],
    ["taken before 2026-01-01", "recorded < 2026-01-01"],
    ["reference from = network", "Reference from = network"],
    ["14r is Fitted", "14r = Fitted"],
    ["h.rmp.2 >= 4,5 s", "H.rmp.2 >= 4,5 s"],
    ["firmware below 4.2", "firmware < 4.2"],
    ["age > 3 weeks", "age > 21 days"],
    ["readiness is not yes", "readiness != yes"],
    ["recorded before 14 Mar 2026", "recorded < 2026-03-14"],
    ["record since 1.2.2026", "recorded >= 2026-02-01"],
    ["recorded after 2026-3-1 or age > 90 days", "recorded > 2026-03-01 or age > 90 days"],
    ["serial number = FR26", "serial number = FR26"],
    ["highest-speed ≥ 1500", "Highest speed >= 1500"],
    ["reference from = network or keypad", "Reference from = network or Reference from = keypad"],
    ["deceleration time < 2 s or firmware below 4.2", "Deceleration time < 2 s or firmware < 4.2"],
    ["14r is Fitted or 13r = coast", "14r = Fitted or 13r = coast"],
  ])("%s", (typed, words) => {
    expect(conditionWords(parsed(typed))).toBe(words);
  });
  test.each([
    ["", /Nothing was typed/],
    ["deceleration time", /nothing is compared/],
    ["deceleration time <", /comes how much/],
    ["acceleration < 2 s", /may mean several things/],
    ["brake resistor > 50", /may mean several things/],
    ["flux capacity < 2", /no common quantity, no code/],
    ["brake resistor in use = perhaps", /It is one of: no, yes/],
    ["brake resistor in use > yes", /ask with = or !=/],
    ["deceleration time < 2 kW", /no amount in s/],
    ["deceleration time < soon", /no amount in s: type a number, as in "2 s"/],
    ["firmware < new", /numbers with dots/],
    ["age > soon", /type days, weeks/],
    ["recorded before 31 June 2026", /or a day, as in/],
    ["recorded before 14 Foo 2026", /or a day, as in/],
    ["readiness > yes", /with care or no/],
    ["area > Kiln", /ask with = or !=/],
    ["1r > soon", /"soon" is not a number\. Only = and != compare with a word/],
    ["1r > 1.500,0", /more than one point or comma/],
    ["1r > 1 or", /After "or" comes another condition/],
    ["area = Kiln and", /After "and" comes another condition/],
  ])("%j is refused with what to type instead", (typed, why) => {
    expect(parseCondition(typed, codes)).toMatchObject({
      ok: false,
      trouble: expect.stringMatching(why) as unknown,
    });
  });
  test("an and parts conditions where one follows; in a word it does not", () => {
    const parted: Array<[string, string[]]> = [
      ["family = rill and firmware < 3.5", ["family = rill", "firmware < 3.5"]],
      ["1r > 2 s AND machine is mixer; age > 1 year ;", ["1r > 2 s", "machine is mixer", "age > 1 year"]],
      ["machine = Wash and dry", ["machine = Wash and dry"]],
      ["machine = Wash and dry and 1r < 2", ["machine = Wash and dry", "1r < 2"]],
      ["13r = ramp or coast and 1r < 2", ["13r = ramp or coast", "1r < 2"]],
      ["4r under 2 s and 5r is 3", ["4r under 2 s", "5r is 3"]],
      ["machine is Wash and this is dry", ["machine is Wash and this is dry"]],
      [" ; ", []],
    ];
    for (const [typed, parts] of parted) expect(splitConditions(typed)).toEqual(parts);
    // Whatever a common quantity can be asked for stays one condition.
    for (const each of QUANTITIES)
      for (const word of Object.values(quantityOf(each).words ?? {}))
        expect(splitConditions(`${quantityOf(each).title} = ${word}`)).toHaveLength(1);
  });
  test("what may be meant is offered", () => {
    const found = parseCondition("resistor > 50", codes);
    expect(found).toMatchObject({
      ok: false,
      likely: expect.arrayContaining(["Brake resistor, resistance"]) as unknown,
    });
  });
  test("the words of every condition give the same condition back", () => {
    const op = fc.constantFrom(...OPERATORS);
    const equal = fc.constantFrom("=" as const, "!=" as const);
    const amount = fc.integer({ min: -9999, max: 9999 }).map((n) => String(n / 100));
    const any: fc.Arbitrary<Condition> = fc.oneof(
      fc
        .tuple(fc.constantFrom(...QUANTITIES), op, equal, amount, fc.nat())
        .map(([quantity, sign, same, text, n]): Condition => {
          const { words } = quantityOf(quantity);
          const ids = Object.keys(words ?? {});
          const test = words ? { op: same, text: ids[n % ids.length]! } : { op: sign, text };
          return { about: "quantity", quantity, test };
        }),
      fc
        .tuple(fc.constantFrom(...codes), op, amount)
        .map(([code, sign, text]): Condition => ({ about: "code", code, test: { op: sign, text } })),
      fc
        .tuple(fc.constantFrom("family" as const, "area" as const, "serial" as const), equal)
        .map(([fact, sign]): Condition => ({ about: "fact", fact, test: { op: sign, text: FACTS[fact] } })),
      fc
        .tuple(op, fc.nat(9))
        .map(([sign, n]): Condition => ({ about: "firmware", test: { op: sign, text: `4.${n}` } })),
      fc.tuple(op, fc.nat(999)).map(([sign, days]): Condition => ({ about: "age", op: sign, days })),
      fc
        .tuple(op, fc.date({ min: new Date("1990-01-01"), max: new Date("2090-01-01"), noInvalidDate: true }))
        .map(([sign, at]): Condition => ({ about: "date", op: sign, day: at.toISOString().slice(0, 10) })),
      fc
        .tuple(equal, fc.constantFrom("no" as const, "with-care" as const, "ready" as const))
        .map(([sign, verdict]): Condition => ({ about: "readiness", op: sign, verdict })),
    );
    fc.assert(
      fc.property(any, (condition) => {
        expect(parsed(conditionWords(condition))).toEqual(condition);
        expect(subjectWords(condition)).not.toBe("");
      }),
    );
  });
});

describe("whether it holds", () => {
  test("an amount in any unit, exactly at the mark too", () => {
    const at = asked(rill, [["4r", 180]]);
    expect(answer(parsed("deceleration time < 2 s"), at)).toEqual({ holds: "yes", cell: "1.8 s" });
    expect(answer(parsed("deceleration time < 1800 ms"), at).holds).toBe("no");
    expect(answer(parsed("deceleration time <= 1800 ms"), at).holds).toBe("yes");
    expect(answer(parsed("deceleration time = 1,8"), at).holds).toBe("yes");
    expect(answer(parsed("4r != 1.80 s"), at)).toEqual({ holds: "no", cell: "1.80 s" });
  });
  test("what was not recorded, not told, or has no record is unknown; what a family does not have is a no", () => {
    const question = parsed("deceleration time < 2 s");
    expect(answer(question, asked(rill, []))).toEqual({ holds: "unknown", cell: "4r not recorded" });
    expect(answer(question, asked(undefined, [])).holds).toBe("unknown");
    expect(answer(question, asked(plover, []))).toEqual({ holds: "no", cell: "has none" });
    expect(answer(parsed("H.rmp.2 < 2 s"), asked(rill, [["4r", 180]]))).toEqual({
      holds: "no",
      cell: "has none",
    });
    expect(answer(parsed("serial number = 7"), asked(rill, [])).holds).toBe("unknown");
    expect(answer(parsed("firmware < 5"), asked(rill, [], { firmware: undefined })).holds).toBe("unknown");
    expect(answer(parsed("age > 1"), asked(rill, [], { taken: () => ({}) })).holds).toBe("unknown");
  });
  test("one set that fulfils it is enough; with none, a set that was not recorded leaves it open", () => {
    const question = parsed("deceleration time < 2 s");
    expect(
      answer(
        question,
        asked(hollin, [
          ["H.rmp.2/1", 50],
          ["H.rmp.2/2", 15],
          ["H.rmp.2/3", 50],
        ]),
      ),
    ).toEqual({
      holds: "yes",
      cell: "set 1; set 3: 5 s; set 2: 1.5 s",
    });
    expect(answer(question, asked(hollin, [["H.rmp.2/1", 50]])).holds).toBe("unknown");
    expect(
      answer(
        question,
        asked(hollin, [
          ["H.rmp.2/1", 50],
          ["H.rmp.2/2", 50],
          ["H.rmp.2/3", 50],
        ]),
      ).holds,
    ).toBe("no");
  });
  test("words, choices by their text, firmware number by number, facts by a part of them", () => {
    const at = asked(rill, [
      ["14r", 1],
      ["1a", "Roller 3"],
    ]);
    expect(answer(parsed("brake resistor in use = yes"), at).holds).toBe("yes");
    expect(answer(parsed("14r = not fitted"), at).holds).toBe("no");
    expect(answer(parsed("1a = roller"), at).holds).toBe("yes");
    expect(answer(parsed("firmware < 4.9"), at).holds).toBe("no");
    expect(answer(parsed("firmware > 4.9"), at).holds).toBe("yes");
    expect(answer(parsed("family = rill"), at).holds).toBe("yes");
    expect(answer(parsed("readiness = with care"), at).holds).toBe("yes");
    expect(answer(parsed("age >= 40"), at)).toEqual({ holds: "yes", cell: "40" });
    for (const [typed, holds] of [
      ["recorded before 2026-03-15", "yes"],
      ["recorded before 2026-03-14", "no"],
      ["recorded since 14 Mar 2026", "yes"],
      ["recorded after 14.3.2026", "no"],
      ["recorded = 2026-03-14", "yes"],
    ] as const)
      expect([typed, answer(parsed(typed), at)]).toEqual([typed, { holds, cell: "2026-03-14" }]);
    const untold = asked(rill, [], { taken: () => ({}) });
    expect(answer(parsed("recorded before 2026-03-15"), untold).holds).toBe("unknown");
  });
  test("a password's value cannot be asked for", () => {
    const at = asked(hollin, [["H.mac.14", 1234]]);
    const found = answer(parsed("H.mac.14 = 1234"), at);
    expect(found.holds).toBe("unknown");
    expect(found.cell).not.toContain("1234");
  });
  test("every axis of a rack is looked at", () => {
    const rack = definitionFor(plover, { ...plover.fitting, axes: 2 });
    const question = parsed("motor, rated current > 5 A");
    expect(codesNeeded([question], rack)).toEqual(["6075.00", "2:6075.00"]);
    expect(
      answer(
        question,
        asked(rack, [
          ["6075.00", 4000],
          ["2:6075.00", 6000],
        ]),
      ),
    ).toEqual({
      holds: "yes",
      cell: "axis 1: 4 A; axis 2: 6 A",
    });
  });
  test("a no decides, and no unknown ever counts as yes or no", () => {
    const any = fc.array(fc.constantFrom<Holds>("yes", "no", "unknown"), { minLength: 1 });
    fc.assert(
      fc.property(any, (each) => {
        const all = allHold(each);
        if (each.includes("no")) expect(all).toBe("no");
        else expect(all).toBe(each.includes("unknown") ? "unknown" : "yes");
      }),
    );
  });
});

describe("what may be meant", () => {
  const texts = (typed: string) => suggest(typed, codes).map((each) => each.text);
  test("quantities, facts and codes; what is one of few words is offered whole", () => {
    expect(texts("decel")).toEqual(["Deceleration time", "Second deceleration time"]);
    expect(texts("backward")).toEqual(["Backward allowed = no", "Backward allowed = yes"]);
    expect(texts("readi")).toEqual(["readiness"]);
    expect(texts("h.rmp")).toContain("H.rmp.2");
    expect(texts("").length).toBeGreaterThan(5);
  });
  test("after the sign the words that it can be; after < nothing", () => {
    expect(texts("Stops by = co")).toEqual(["Stops by = coast"]);
    expect(texts("readiness = ")).toEqual(["readiness = yes", "readiness = with care", "readiness = no"]);
    expect(texts("Deceleration time < ")).toEqual([]);
  });
  test("what is offered as whole is a condition", () => {
    for (const typed of ["", "motor", "link", "brake =", "Reference from ="])
      for (const each of suggest(typed, codes))
        if (each.whole) expect(parseCondition(each.text, codes)).toMatchObject({ ok: true });
  });
});
