import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { definitionFor } from "@/core/definition";
import { factorySet, valuesByCode } from "@/core/set";
import { formatLine } from "@/core/value";
import { definitions, hollin, plover, rill, runnel } from "@/families/testing";
import { answersBecome } from "./answers";
import { startQuestions } from "./questions";

const ONE = { axis: 0, set: 0 };
const factory = (definition: typeof rill) =>
  valuesByCode(factorySet(definition, [...definition.ratings.keys()][0]!));
const lines = (definition: typeof rill, answers: Record<string, string>, place = ONE) => {
  const { becomes, troubles } = answersBecome(definition, factory(definition), answers, place);
  return {
    troubles,
    becomes: becomes.map(({ code, to, reason }) => [
      code,
      formatLine(definition.byCode.get(code)!, to),
      reason,
    ]),
  };
};

describe("what is asked", () => {
  test("in the order in which a machine is understood, and who commands it last", () => {
    expect(startQuestions(rill, factory(rill), ONE).sections.map((each) => each.title)).toEqual([
      "The machine and its load",
      "The motor and its feedback",
      "Limits",
      "How it must stop",
      "Direction",
      "How the motor is controlled",
      "Who commands it, and how",
    ]);
  });
  test("only what the family can take; what it has nothing of is named with the reason", () => {
    for (const definition of definitions) {
      const { sections, notAsked } = startQuestions(definition, factory(definition), { axis: 1, set: 1 });
      const asked = sections.flatMap((each) => each.questions);
      expect(asked.length).toBeGreaterThan(5);
      expect(notAsked.every((each) => each.why !== "")).toBe(true);
      expect(new Set(asked.map((each) => each.id)).size).toBe(asked.length);
    }
    expect(startQuestions(plover, factory(plover), { axis: 1, set: 0 }).notAsked).toContainEqual({
      title: "Acceleration time",
      why: "It is told as an acceleration, not as a time.",
    });
  });
  test("a number of tries is not asked as yes or no, and a speed made of a frequency not twice", () => {
    const { sections } = startQuestions(runnel, factory(runnel), ONE);
    const asked = new Map(sections.flatMap((each) => each.questions.map((one) => [one.id, one])));
    expect(asked.get("restart-after-trip")?.options).toEqual([{ id: "no", text: "no" }]);
    expect(asked.has("highest-speed")).toBe(false);
    expect(asked.has("highest-frequency")).toBe(true);
  });
});

describe("what answers set", () => {
  test("amounts in any unit, words as the family's choices, each with its reason; what is open stays", () => {
    expect(
      lines(rill, {
        "deceleration-time": "2500 ms",
        "stop-way": "coast",
        "rated-power": "",
        "acceleration-time": "3,5",
      }),
    ).toEqual({
      troubles: [],
      becomes: [
        ["1r", "3.50 s", "Acceleration time: 3,5 s."],
        ["4r", "2.50 s", "Deceleration time: 2500 ms."],
        ["13r", "1 · Coast", "Stops by: coast."],
      ],
    });
  });
  test("an answer that cannot be taken says why and sets nothing; the others are taken", () => {
    const { becomes, troubles } = lines(rill, {
      "deceleration-time": "soon",
      "stop-way": "quick",
      direction: "exchanged",
    });
    expect(troubles.map((each) => each.id)).toEqual(["deceleration-time", "stop-way"]);
    expect(becomes).toEqual([["4a", "1 · Reversed", "Direction: exchanged."]]);
  });
  test("in the set that is asked about", () => {
    expect(lines(hollin, { "deceleration-time": "9 s" }, { axis: 0, set: 2 }).becomes).toEqual([
      ["H.rmp.2/2", "9.0 s", "Deceleration time: 9 s."],
    ]);
    const rack = definitionFor(plover, { ...plover.fitting, axes: 2 });
    expect(lines(rack, { "holding-brake": "yes" }, { axis: 2, set: 0 }).becomes).toEqual([
      ["2:2030.01", "1 · Yes", "Holding brake: yes."],
    ]);
  });
  test("where several choices mean the same word, each is asked by its own text, and none is guessed", () => {
    const { sections } = startQuestions(rill, factory(rill), ONE);
    const question = sections.at(-1)!.questions.find((each) => each.id === "reference-from")!;
    expect(question.options!.map((each) => each.text)).toEqual([
      "keypad",
      "1 · Analogue input 1",
      "2 · Analogue input 2",
      "network",
      "fixed speeds",
    ]);
    expect(lines(rill, { "reference-from": "analogue 2" }).becomes).toEqual([
      ["1f", "2 · Analogue input 2", "Reference from: 2 · Analogue input 2."],
    ]);
    expect(lines(rill, { "reference-from": "analogue" }).troubles).toEqual([
      { id: "reference-from", text: 'Reference from cannot be "analogue" here.' },
    ]);
  });
  test("a wiring sets what belongs to it, and what is answered by itself wins over it", () => {
    const wiring = startQuestions(rill, factory(rill), ONE)
      .sections.at(-1)!
      .questions.find((each) => each.id === "wiring");
    expect(wiring?.options?.map((each) => each.text)).toEqual([
      "Started by two wires",
      "Started by three wires",
      "Speed from a 4 to 20 mA loop",
      "Commanded by the network",
    ]);
    const { becomes } = lines(rill, { wiring: "three-wires" });
    expect(becomes).toContainEqual(["10t", expect.stringMatching(/^2 · /), "Started by three wires."]);
    const codes = (answers: Record<string, string>) => lines(rill, answers).becomes.map(([code]) => code);
    expect(codes({ wiring: "by-network" })).toEqual(expect.arrayContaining(["13c", "1f"]));
    const mixed = codes({ wiring: "by-network", "run-from": "terminals" });
    expect(mixed).toContain("1f");
    expect(mixed).not.toContain("13c");
    expect(lines(rill, { wiring: "by-drum" }).troubles).toEqual([
      { id: "wiring", text: "There is no such wiring here." },
    ]);
  });
  test("of a rack's axis only what belongs to that axis; what the values say already is said", () => {
    const rack = definitionFor(plover, { ...plover.fitting, axes: 2 });
    const place = { axis: 2, set: 0 };
    const wiring = (values: ReturnType<typeof factory>) =>
      startQuestions(rack, values, place)
        .sections.flatMap((each) => each.questions)
        .find((each) => each.id === "wiring")!;
    const option = wiring(factory(rack)).options![0]!;
    expect(option).toMatchObject({ id: "switches, axis 2", codes: ["2:2040.01", "2:2040.04", "2:2040.07"] });
    const { becomes } = answersBecome(rack, factory(rack), { wiring: option.id }, place);
    const after = new Map([...factory(rack), ...becomes.map(({ code, to }) => [code, to!] as const)]);
    expect(wiring(after).now).toBe("Home and limit switches wired, axis 2");
  });
  test("the input for an external trip, and which state of its contact is healthy", () => {
    expect(
      lines(runnel, { "external-trip-input": "CALL 5", "external-trip-healthy": "closed" }).becomes,
    ).toEqual([
      ["TM151", "11 · External trip", "External trip at CALL 5."],
      ["TM153", "1 · Open", "External trip: closed is healthy."],
    ]);
    const none = new Map(factory(runnel)).set("TM161", 0);
    expect(answersBecome(runnel, none, { "external-trip-healthy": "closed" }, ONE).troubles).toEqual([
      { id: "external-trip-healthy", text: "Say first at which input it comes in." },
    ]);
    expect(lines(rill, { "external-trip-input": "SWITCH 99" }).troubles).toHaveLength(1);
  });
  test("an answer that repeats what is shown changes nothing, whatever the family", () => {
    for (const definition of definitions) {
      const place = { axis: 1, set: 1 };
      const asked = startQuestions(definition, factory(definition), place).sections.flatMap(
        (each) => each.questions,
      );
      fc.assert(
        fc.property(fc.subarray(asked.filter((each) => each.now !== "" && !each.options)), (some) => {
          const answers = Object.fromEntries(some.map((each) => [each.id, each.now]));
          expect(answersBecome(definition, factory(definition), answers, place)).toEqual({
            becomes: [],
            troubles: [],
          });
        }),
        { numRuns: 30 },
      );
    }
  });
});
