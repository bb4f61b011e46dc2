import { readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { definitionFor, layOutFile, type Definition } from "@/core/definition";
import { factorySet, valuesByCode } from "@/core/set";
import { formatLine, NOT_SETTINGS, physicalRational, type RawValue } from "@/core/value";
import { hollin, mappings, plover, rill, runnel } from "@/families/testing";
import { carryValue } from "./carry-value";
import { carryOver, checkMapping, mappingJsonSchema, settle, type CarryLine } from ".";

const [mapping] = mappings;
const factory = (definition: Definition, rating: string): Map<string, RawValue> =>
  valuesByCode(factorySet(definition, rating));
const withValues = (
  definition: Definition,
  rating: string,
  values: Record<string, RawValue>,
): Map<string, RawValue> => new Map([...factory(definition, rating), ...Object.entries(values)]);

/** A Rill of 3 kW carried over to a Runnel of 5.5 kW. */
const toRunnel = (values: Record<string, RawValue> = {}) =>
  carryOver({
    source: { definition: rill, rating: "R-030", values: withValues(rill, "R-030", values) },
    target: { definition: runnel, rating: "N-055" },
    mapping,
  });
const toRill = (values: Record<string, RawValue> = {}) =>
  carryOver({
    source: { definition: runnel, rating: "N-055", values: withValues(runnel, "N-055", values) },
    target: { definition: rill, rating: "R-055" },
    mapping,
  });
const about = (lines: readonly CarryLine[], code: string): CarryLine =>
  lines.find((each) => [...each.from, ...each.to].some((one) => one.code === code))!;
const became = (lines: readonly CarryLine[], code: string): RawValue | undefined =>
  about(lines, code).to.find((each) => each.code === code)?.raw;

/** Every parameter of either side stands in exactly one line. */
function expectAllAccounted(lines: readonly CarryLine[], source: Definition, target: Definition): void {
  const codes = (side: "from" | "to"): string[] =>
    lines.flatMap((line) => line[side].map((each) => each.code)).sort();
  expect(codes("from")).toEqual(source.parameters.map((each) => each.code).sort());
  expect(codes("to").filter((code, i, all) => all.indexOf(code) !== i)).toEqual([]);
  const there = new Set(codes("to"));
  const sameList = source.id === target.id;
  const missing = target.parameters.filter((each) => !there.has(each.code));
  // Within one family what is no setting stands once, on the source's side.
  expect(
    missing.filter((each) => !(sameList && NOT_SETTINGS.has(each.kind))).map((each) => each.code),
  ).toEqual([]);
  expect(
    lines.every(
      (each) =>
        each.asks === undefined || each.reason !== "" || each.review !== undefined || each.to.length > 0,
    ),
  ).toBe(true);
}

test("the published schema of mappings is that of the program", () => {
  expect(JSON.parse(readFileSync("docs/carry-over.schema.json", "utf8"))).toEqual(mappingJsonSchema());
});

test("the mapping of Rill and Runnel names every setting of both, once", () => {
  expect(checkMapping(mapping!, rill, runnel)).toEqual([]);
});

describe("from a Rill to its successor", () => {
  test("physical values survive in another scale, under another code", () => {
    const lines = toRunnel({ "1r": 250, "4r": 180, "4f": 6000, "10f": 700 });
    expect(formatLine(runnel.byCode.get("RA101")!, became(lines, "RA101"))).toBe("2.500 s");
    expect([about(lines, "1r").outcome, became(lines, "RA101")]).toEqual(["scaled", 2500]);
    expect([about(lines, "10f").outcome, became(lines, "RF201")]).toEqual(["renamed", 700]);
  });
  test("a choice is translated; one without counterpart is decided by a person", () => {
    const lines = toRunnel({ "13r": 1, "1t": 3, "20r": 2 });
    expect([about(lines, "13r").outcome, became(lines, "RA205")]).toEqual(["choice", 0]);
    expect(about(lines, "1t")).toMatchObject({
      outcome: "decide",
      asks: "decide",
      reason: expect.stringContaining("“Enable” has no counterpart"),
    });
    expect(became(lines, "RA201")).toBe(1);
  });
  test("one becomes several, several one: bits, a shape with its share, a condition with its level", () => {
    const lines = toRunnel({
      "7t": 0b100001,
      "8t": 12,
      "2r": 2,
      "3r": 30,
      "7r": 2,
      "8r": 4000,
      "14g": 1,
      "15g": 4,
      "16c": 2,
    });
    expect([1, 2, 6].map((i) => became(lines, `TM1${i}3`))).toEqual([1, 0, 1]);
    expect([1, 6].map((i) => became(lines, `TM1${i}2`))).toEqual([12, 12]);
    expect([became(lines, "RA108"), became(lines, "RA109")]).toEqual([30, 0]);
    expect(became(lines, "RA110")).toBe(4000);
    expect([about(lines, "15g").outcome, became(lines, "PT301")]).toEqual(["split-joined", 4]);
    expect([became(lines, "PC101"), became(lines, "PC108")]).toEqual([1, 1]);
  });
  test("a share of the highest frequency becomes that frequency", () => {
    const lines = toRunnel({ "4f": 6000, "14t": 100, "15t": 900 });
    expect(formatLine(runnel.byCode.get("TM312")!, became(lines, "TM312"))).toBe("6.00 Hz");
    expect(became(lines, "TM313")).toBe(5400);
  });
  test("a share of the drive's rated current stays the same current", () => {
    // 150 % of 7.2 A are 10.8 A, and 83.1 % of 13 A.
    const [three, five] = [rill.ratings.get("R-030")!.currentA!, runnel.ratings.get("N-055")!.currentA!];
    const lines = toRunnel({ "1b": 1500 });
    expect(about(lines, "1b")).toMatchObject({ outcome: "rating", asks: "look" });
    expect(became(lines, "PT101")).toBe(Math.round((1500 * three) / five));
  });
  test("what is out of the target's range is offered as the nearest, and decided by a person", () => {
    const lines = toRunnel({ "6a": 20 * 10, "24r": 1500, "8g": 1000, "7f": 500 });
    expect(about(lines, "8g")).toMatchObject({ asks: expect.stringMatching("look|decide") });
    const cable = toRunnel({ "1n": 247, "16t": 10_000, "23g": 0 });
    expect(became(cable, "CM101")).toBe(247);
    const long = toRunnel({ "1r": 1 });
    expect(about(long, "1r")).toMatchObject({ outcome: "scaled" });
    // 0.01 s is the shortest of both; a share of 0.5 % is no whole per cent.
    const brake = toRunnel({ "24r": 405 });
    expect(about(brake, "24r")).toMatchObject({ outcome: "out-of-range", asks: "decide" });
    expect(became(brake, "RA307")).toBe(41);
  });
  test("motor data, the brake resistor and tuning are put before a person, whatever becomes of them", () => {
    const lines = toRunnel();
    for (const [code, review] of [
      ["3m", "motor"],
      ["15r", "brake"],
      ["13m", "tuning"],
      ["14g", "protection"],
    ] as const)
      expect([code, about(lines, code).review, about(lines, code).asks !== undefined]).toEqual([
        code,
        review,
        true,
      ]);
  });
  test("a value that somebody set and that has no counterpart is not let go of unseen; a factory value is", () => {
    expect(about(toRunnel({ "9t": 1 }), "9t")).toMatchObject({
      outcome: "no-counterpart",
      asks: "look",
      reason: expect.stringContaining("wiring"),
    });
    expect(about(toRunnel(), "9t").asks).toBeUndefined();
  });
  test("a rule that the new values break is decided", () => {
    const [rule] = runnel.file.rules;
    const back = mapping!.lines.find((each) => each.to === rule!.lower)!;
    const upper = mapping!.lines.find((each) => each.to === rule!.upper)!;
    const lines = toRunnel({ [back.from]: 5900, [upper.from]: 3000 });
    expect(about(lines, rule!.lower)).toMatchObject({
      asks: "decide",
      reason: expect.stringContaining(rule!.text),
    });
  });
  test("what asks a person comes first, and decisions before looks", () => {
    const lines = toRunnel({ "1t": 3, "9t": 1 });
    const open = lines.filter((each) => each.asks).length;
    expect(lines.slice(0, open).every((each) => each.asks !== undefined)).toBe(true);
    expect(lines[0]!.outcome).toBe("decide");
  });
});

describe("backwards", () => {
  test("what was carried over comes back as it was, wherever a line can be turned round", () => {
    const values = {
      "1r": 250,
      "4f": 6000,
      "7t": 0b11,
      "2r": 1,
      "3r": 20,
      "7r": 2,
      "8r": 4000,
      "14g": 1,
      "15g": 4,
      "13r": 3,
      "14t": 100,
      "16c": 1,
      "8t": 9,
    };
    const there = settle(toRunnel(values), []).values;
    const back = settle(toRill(Object.fromEntries(there)), []).values;
    expect(Object.fromEntries(Object.keys(values).map((code) => [code, back.get(code)]))).toEqual(values);
  });
  test("six filters that differ cannot become one: a person decides", () => {
    expect(about(toRill({ TM112: 5, TM122: 20 }), "TM122")).toMatchObject({
      outcome: "decide",
      reason: expect.stringContaining("not alike"),
    });
  });
  test("a choice that two of the older ones mean is decided, not guessed", () => {
    expect(about(toRill({ RA201: 1 }), "RA201")).toMatchObject({
      outcome: "decide",
      reason: expect.stringContaining("can be several"),
    });
  });
});

describe("within one family", () => {
  const to = (rating: string, values: Record<string, RawValue>, definition = rill) =>
    carryOver({
      source: { definition: rill, rating: "R-030", values: withValues(rill, "R-030", values) },
      target: { definition, rating },
    });
  test("to another rating: the factory's value follows it, the motor's data stay the motor's", () => {
    const lines = to("R-055", { "3m": 340, "1r": 250 });
    const next = rill.ratings.get("R-055")!.defaults!;
    expect(about(lines, "15r")).toMatchObject({ outcome: "rating", asks: "look" });
    expect(formatLine(rill.byCode.get("15r")!, became(lines, "15r"))).toContain(String(next["15r"]));
    expect(about(lines, "3m")).toMatchObject({
      outcome: "taken",
      review: "motor",
      to: [{ code: "3m", raw: 340 }],
    });
    expect([about(lines, "1r").outcome, about(lines, "1r").asks]).toEqual(["taken", undefined]);
  });
  test("to a firmware that has dropped a code, added one, and narrowed a range", () => {
    const other = layOutFile({
      ...rill.file,
      groups: rill.file.groups.map((group, i) => changed(group, i === 0)),
    });
    const lines = to("R-030", { "9a": 7, "1r": 300_000 }, other);
    expect(about(lines, "9a")).toMatchObject({ outcome: "no-counterpart", asks: "look" });
    expect(about(lines, "99a")).toMatchObject({ outcome: "only-target", from: [] });
    expect(about(lines, "1r")).toMatchObject({ outcome: "out-of-range", to: [{ code: "1r", raw: 120_000 }] });
  });
});

test("two families that nobody has mapped are carried over by what their values mean, each of it looked at", () => {
  const lines = carryOver({
    source: { definition: rill, rating: "R-090", values: withValues(rill, "R-090", { "1r": 1250 }) },
    target: { definition: hollin, rating: "H-090" },
  });
  const acceleration = about(lines, "1r");
  expect(acceleration).toMatchObject({ asks: expect.stringMatching("look|decide") });
  if (acceleration.outcome === "scaled")
    expect(
      Number(physicalRational(hollin.byCode.get(acceleration.to[0]!.code)!, acceleration.to[0]!.raw!)!.num),
    ).toBeGreaterThan(0);
  expect(
    lines
      .filter((each) => each.from.length > 0 && each.to.length > 0)
      .every((each) => each.asks !== undefined),
  ).toBe(true);
  expectAllAccounted(lines, rill, hollin);
});

describe("axes and sets of families that nobody has mapped", () => {
  const from = (definition: Definition, to: Definition, values: Record<string, RawValue>) =>
    carryOver({
      source: { definition, rating: undefined, values: new Map(Object.entries(values)) },
      target: { definition: to, rating: undefined },
    });
  const rack = (id: string, axes: number): Definition =>
    definitionFor(layOutFile({ ...plover.file, id }), { firmware: "", options: [], axes });
  test("several sets onto a drive that has one: the first, and the others are named with their reason", () => {
    const lines = from(hollin, rill, Object.fromEntries(factory(hollin, "H-090")));
    expect(lines.filter((each) => each.reason.includes("has nothing for set 2."))).not.toEqual([]);
    expect(
      lines
        .filter((each) => each.to.length > 0)
        .flatMap((each) => each.from)
        .map((each) => hollin.byCode.get(each.code)!.set)
        .filter((set) => set > 1),
    ).toEqual([]);
  });
  test("one onto a drive of several sets: the first takes it, and the others say that they keep the factory's", () => {
    const lines = from(rill, hollin, Object.fromEntries(factory(rill, "R-090")));
    const inFirst = lines.find((each) => each.from.length > 0 && each.to[0]?.code.endsWith("/1"))!;
    expect(inFirst.reason).toContain("the only one there is to set 1");
    const second = inFirst.to[0]!.code.replace("/1", "/2");
    expect(about(lines, second)).toMatchObject({
      outcome: "only-target",
      reason: expect.stringContaining("has nothing for set 2. Its factory value."),
    });
  });
  test.each([
    [3, 2, "from", 3],
    [2, 4, "to", 4],
  ] as const)(
    "each axis to the one of the same number: of %s and %s, what one lacks is told",
    (here, there, side, missing) => {
      const [source, target] = [rack("here-1", here), rack("there-1", there)];
      const ofAxes = source.parameters.filter((each) => each.axis > 0);
      const lines = from(source, target, Object.fromEntries(ofAxes.map((each) => [each.code, each.axis])));
      const axisOf = (definition: Definition, code: string): number => definition.byCode.get(code)!.axis;
      const pairs = lines
        .filter((each) => each.from.length > 0 && each.to.length > 0)
        .map((each) => `${axisOf(source, each.from[0]!.code)} to ${axisOf(target, each.to[0]!.code)}`);
      expect([...new Set(pairs)].sort()).toEqual(["1 to 1", "2 to 2"]);
      expectAllAccounted(lines, source, target);
      const lacking = lines.filter((each) => each.reason.includes(`has nothing for axis ${missing}.`));
      const definition = side === "from" ? source : target;
      expect(new Set(lacking.map((each) => axisOf(definition, each[side][0]!.code)))).toEqual(
        new Set([missing]),
      );
    },
  );
  test("a rule is looked at in every set", () => {
    const values = new Map([
      ...factory(hollin, "H-090"),
      ["H.lim.2/2", 1400] as const,
      ["H.lim.1/2", 900] as const,
    ]);
    const lines = carryOver({
      source: { definition: hollin, rating: "H-090", values },
      target: { definition: hollin, rating: "H-090" },
    });
    expect(about(lines, "H.lim.2/2")).toMatchObject({
      asks: "decide",
      reason: expect.stringContaining("The lowest speed must not lie above the highest."),
    });
    expect(about(lines, "H.lim.2/1").asks).not.toBe("decide");
  });
});

test("what somebody wrote down about a parameter is told on its line, and looked at, also where nothing else asks", () => {
  const carried = (notes: ReadonlyMap<string, string>) =>
    carryOver({
      source: { definition: rill, rating: "R-030", values: withValues(rill, "R-030", { "1r": 250 }) },
      target: { definition: runnel, rating: "N-055" },
      mapping,
      notes,
    });
  expect(about(carried(new Map()), "1r").asks).toBeUndefined();
  const lines = carried(new Map([["1r", "Below 2 s the tiles slip. (Marta)"]]));
  expect(about(lines, "1r")).toMatchObject({
    asks: "look",
    outcome: "scaled",
    reason: expect.stringContaining("Noted there: “Below 2 s the tiles slip. (Marta)”"),
  });
  expect(lines.filter((each) => each.asks === undefined).map((each) => each.id)).not.toContain("1r → RA101");
  expectAllAccounted(lines, rill, runnel);
});

describe("nothing is dropped in silence", () => {
  const sides = [rill, runnel, hollin, plover].flatMap((definition) =>
    definition.file.ratings.map(({ id }) => ({ definition, rating: id })),
  );
  test("every parameter of either side stands in exactly one line, whatever is carried over to what", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...sides),
        fc.constantFrom(...sides),
        fc.infiniteStream(fc.double({ min: 0, max: 1, noNaN: true })),
        (source, target, chance) => {
          const values = new Map<string, RawValue>();
          for (const [code, raw] of factory(source.definition, source.rating)) {
            const p = source.definition.byCode.get(code)!;
            const at = chance.next().value as number;
            if (at < 0.1) continue;
            const [low, high] = [p.rawMin ?? 0, p.rawMax ?? 100];
            const chosen = p.choices?.[Math.floor(at * p.choices.length)]?.value;
            values.set(
              code,
              typeof raw === "number" && at > 0.5 ? (chosen ?? Math.round(low + at * (high - low))) : raw,
            );
          }
          const lines = carryOver({ source: { ...source, values }, target, mapping });
          expectAllAccounted(lines, source.definition, target.definition);
          // What nobody has to decide fits the target as it is.
          for (const { asks, to, outcome } of lines)
            if (asks === undefined && outcome !== "only-target" && outcome !== "not-a-setting")
              for (const { code, raw } of to) expect([code, raw === undefined]).toEqual([code, false]);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe("decisions", () => {
  const lines = toRunnel({ "1t": 3, "9t": 1, "1r": 250 });
  const deciding = about(lines, "1t");
  test("lines that ask stay open until somebody has said something of them; nothing else can be decided", () => {
    const { open, values } = settle(lines, [{ id: about(lines, "1r").id, choose: "factory" }]);
    expect(open.length).toBe(lines.filter((each) => each.asks).length);
    expect(values.get("RA101")).toBe(2500);
  });
  test("the offered value, the factory's, or a typed one of that line alone", () => {
    const own = settle(lines, [
      {
        id: deciding.id,
        choose: "own",
        values: [
          { code: "TM111", raw: 3 },
          { code: "RA101", raw: 1 },
        ],
      },
    ]);
    expect([own.values.get("TM111"), own.values.get("RA101")]).toEqual([3, 2500]);
    expect(own.open.map((each) => each.id)).not.toContain(deciding.id);
    expect(settle(lines, [{ id: deciding.id, choose: "factory" }]).values.has("TM111")).toBe(false);
  });
});

describe("a mapping that is wrong says what and where", () => {
  const broken = (change: Partial<NonNullable<typeof mapping>>): string[] =>
    checkMapping({ ...mapping!, ...change }, rill, runnel);
  test.each([
    [
      "a code that is gone",
      { lines: [...mapping!.lines, { from: "77z", to: "AP117" }] },
      "Fennimore Rill has no 77z.",
    ],
    [
      "two sources for one target",
      { lines: [...mapping!.lines, { from: "9t", to: "RA101" }] },
      "RA101 of Fennimore Runnel stands in it twice.",
    ],
    [
      "a choice that is not there",
      {
        lines: mapping!.lines.map((each) =>
          each.from === "13r" ? { ...each, choices: [[0, 9] as [number, number]] } : each,
        ),
      },
      "RA205 has no choice 9.",
    ],
    [
      "a setting that nobody has named",
      { lines: mapping!.lines.filter((each) => each.from !== "1r") },
      "1r Acceleration time of Fennimore Rill is neither mapped nor named as having no counterpart.",
    ],
    [
      "a row of another width",
      {
        tables: [
          { ...mapping!.tables![0]!, rows: [{ from: [0], to: [0, 0] }] },
          ...mapping!.tables!.slice(1),
        ],
      },
      "has another width",
    ],
    ["other families", { to: "oakhanger-hollin-5" }, "It is of fennimore-rill-4 and oakhanger-hollin-5"],
  ])("%s", (_, change, words) => {
    expect(broken(change).join(" ")).toContain(words);
  });
});

type Group = (typeof rill)["file"]["groups"][number];
function changed(group: Group, first: boolean): Group {
  const groups = group.groups?.map((each, i) => changed(each, first && i === 0));
  const parameters = group.parameters
    ?.filter((each) => each.code !== "9a")
    .map((each) => (each.code === "1r" ? { ...each, max: 1200 } : each));
  const added =
    first && parameters
      ? [{ code: "99a", name: "New there", address: 9999, type: "u16" as const, default: 3 }]
      : [];
  return { ...group, groups, parameters: parameters && [...parameters, ...added] };
}

describe("a pattern of bits", () => {
  const inputs = rill.byCode.get("7t")!;
  test("is carried over within its family as it is, set or empty", () => {
    for (const raw of [0, 0b100101]) {
      const lines = carryOver({
        source: { definition: rill, rating: "R-030", values: withValues(rill, "R-030", { "7t": raw }) },
        target: { definition: rill, rating: "R-055" },
      });
      expect(about(lines, "7t")).toMatchObject({ outcome: "taken", to: [{ code: "7t", raw }] });
    }
  });
  test("stays open where a bit that is set means something else there, or nothing; one that is not set is no matter", () => {
    const other = {
      ...inputs,
      bits: inputs.bits!.map((each) => (each.bit === 2 ? { ...each, text: "Fan" } : each)),
    };
    expect(carryValue(inputs, 0b001, other)).toEqual({ kind: "same", raw: 1 });
    expect(carryValue(inputs, 0b100, other)).toMatchObject({
      kind: "cannot",
      why: "Bit 2, which is set, means “Input 3” here and “Fan” there.",
    });
    const fewer = { ...inputs, bits: inputs.bits!.slice(0, 2) };
    expect(carryValue(inputs, 0b100, fewer)).toMatchObject({ kind: "cannot" });
  });
  test("is no number, and a number is no pattern", () => {
    const number = rill.byCode.get("8t")!;
    expect(carryValue(inputs, 1, number)).toMatchObject({ kind: "cannot" });
    expect(carryValue(number, 1, inputs)).toMatchObject({ kind: "cannot" });
  });
});
