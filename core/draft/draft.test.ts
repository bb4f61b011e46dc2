import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import {
  definitionFor,
  loadDefinition,
  meantOtherwise,
  presetsOf,
  type Definition,
  type DefinitionFile,
} from "@/core/definition";
import { factorySet, valuesByCode } from "@/core/set";
import type { RawValue } from "@/core/value";
import { plover, rill } from "@/families/testing";
import {
  changesOf,
  defaultBecomes,
  draftValues,
  faultsOf,
  mergedValues,
  mergeLines,
  presetBecomes,
  redo,
  undo,
  whyNotDrafted,
  type DraftStep,
  type NewStep,
} from ".";

const BASE = new Map<string, RawValue>([
  ["1r", 300],
  ["4r", 180],
  ["1a", "Roller 3"],
]);

/** A draft that two people work at. */
class Draft {
  steps: DraftStep[] = [];
  get values(): Map<string, RawValue> {
    return draftValues(BASE, this.steps);
  }
  add(by: string, step: NewStep): void {
    const n = this.steps.length + 1;
    this.steps = [...this.steps, { ...step, n, by, byName: by, at: n }];
  }
  change(by: string, code: string, after: RawValue | undefined, reason = ""): void {
    this.add(by, { code, before: this.values.get(code), after, reason });
  }
  take(by: string, what: typeof undo): string {
    const found = what(this.steps, by);
    if (found.kind === "step") this.add(by, found.step);
    return found.kind;
  }
}

describe("a draft", () => {
  test("says what is otherwise than in its record, with who made it so and why", () => {
    const draft = new Draft();
    draft.change("ines", "1r", 250, "the belt slipped");
    draft.change("marta", "4r", 200, "softer");
    draft.change("ines", "1r", 240, "still");
    expect(
      changesOf(BASE, draft.steps).map(({ code, from, to, step }) => [code, from, to, step.reason]),
    ).toEqual([
      ["4r", 180, 200, "softer"],
      ["1r", 300, 240, "still"],
    ]);
    draft.change("marta", "1r", 300, "as it was");
    expect(changesOf(BASE, draft.steps).map((each) => each.code)).toEqual(["4r"]);
  });

  test("each takes back their own last change; what another changed since is told, and stays", () => {
    const draft = new Draft();
    draft.change("ines", "1r", 250);
    draft.change("marta", "4r", 200);
    expect(draft.take("ines", undo)).toBe("step");
    expect([draft.values.get("1r"), draft.values.get("4r")]).toEqual([300, 200]);
    expect(draft.take("ines", undo)).toBe("none");
    expect(draft.take("ines", redo)).toBe("step");
    expect(draft.values.get("1r")).toBe(250);
    draft.change("marta", "1r", 240);
    expect(undo(draft.steps, "ines")).toMatchObject({
      kind: "changed-since",
      since: { byName: "marta", after: 240 },
    });
    expect(draft.values.get("1r")).toBe(240);
  });

  test("after a new change there is nothing to do again; what was done again keeps its reason", () => {
    const draft = new Draft();
    draft.change("ines", "1r", 250, "the belt slipped");
    draft.take("ines", undo);
    draft.take("ines", redo);
    expect(changesOf(BASE, draft.steps)[0]!.step).toMatchObject({ n: 1, reason: "the belt slipped" });
    draft.take("ines", undo);
    draft.change("ines", "4r", 190);
    expect(draft.take("ines", redo)).toBe("none");
  });

  test("a value that is back since another's change was taken back has the reason it was given for, and who gave it", () => {
    const draft = new Draft();
    draft.change("ines", "4r", 250, "softer stop");
    draft.change("marta", "4r", 300, "brought up to date");
    draft.take("marta", undo);
    const [change] = changesOf(BASE, draft.steps);
    expect(change).toMatchObject({ to: 250, step: { n: 1, reason: "softer stop", by: "ines" } });
    draft.take("marta", redo);
    expect(changesOf(BASE, draft.steps)[0]!.step).toMatchObject({ n: 2, reason: "brought up to date" });
    draft.take("marta", undo);
    draft.take("ines", undo);
    expect(changesOf(BASE, draft.steps)).toEqual([]);
  });

  const act = fc.record({
    by: fc.constantFrom("ines", "marta"),
    what: fc.constantFrom("change", "change", "undo", "redo"),
    code: fc.constantFrom("1r", "4r", "1a", "9r"),
    to: fc.option(fc.nat(5), { nil: undefined }),
  });
  const run = (acts: Array<{ by: string; what: string; code: string; to: number | undefined }>): Draft => {
    const draft = new Draft();
    for (const { by, what, code, to } of acts) {
      if (what === "change") draft.change(by, code, to);
      else draft.take(by, what === "undo" ? undo : redo);
    }
    return draft;
  };
  test("whatever two people do: the record with the changes is the draft, and taken back and done again it is the same", () => {
    fc.assert(
      fc.property(fc.array(act, { maxLength: 25 }), (acts) => {
        const draft = run(acts);
        const applied = new Map(BASE);
        for (const { code, from, to } of changesOf(BASE, draft.steps)) {
          expect(from).toBe(BASE.get(code));
          expect(to).not.toBe(from);
          if (to === undefined) applied.delete(code);
          else applied.set(code, to);
        }
        expect([...applied].sort()).toEqual([...draft.values].sort());
        const before = draft.values;
        if (draft.take("ines", undo) === "step") {
          expect(draft.take("ines", redo)).toBe("step");
          expect(draft.values).toEqual(before);
        }
      }),
    );
  });
  test("taking everything of the only person back gives the record", () => {
    fc.assert(
      fc.property(fc.array(act, { maxLength: 25 }), (acts) => {
        const draft = run(acts.map((each) => ({ ...each, by: "ines" })));
        while (draft.take("ines", undo) === "step");
        expect(changesOf(BASE, draft.steps)).toEqual([]);
      }),
    );
  });
});

describe("a value in a draft", () => {
  const values = valuesByCode(factorySet(rill, "R-030"));
  const faults = (code: string, raw: RawValue) => faultsOf(rill, "R-030", values, code, raw);
  test("is held against its range for this rating, and against the rules", () => {
    expect(faults("1r", 250)).toEqual([]);
    // The lowest speed above the highest.
    expect(faults("3f", 9000).join(" ")).not.toBe("");
    expect(faults("3m", 1200)[0]).toMatch(/^3m must be at most/);
    expect(faultsOf(rill, "R-055", values, "3m", 1200)).toEqual([]);
  });
  test("is none that nothing ever writes", () => {
    expect(whyNotDrafted(rill, "1r")).toBeUndefined();
    expect(whyNotDrafted(rill, "1y")).toMatch(/read-only|measured/);
    expect(whyNotDrafted(rill, "zz")).toMatch(/no parameter zz/);
  });
});

describe("several at once", () => {
  const values = new Map<string, RawValue>([
    ...valuesByCode(factorySet(rill, "R-030")),
    ["1r", 250],
    ["13c", 0],
  ]);
  test("a preset changes what it names and what is otherwise, nothing else", () => {
    const preset = presetsOf(rill).find((each) => each.id === "three-wires")!;
    const becomes = presetBecomes(rill, preset, values);
    expect(becomes.map(({ code, from, to }) => [code, from, to])).toEqual([
      ["3t", 5, 3],
      ["10t", 0, 2],
      ["13c", 0, 1],
    ]);
    const after = new Map([...values, ...becomes.map(({ code, to }) => [code, to!] as const)]);
    expect(presetBecomes(rill, preset, after)).toEqual([]);
  });
  test("presets are there once for each axis that is fitted", () => {
    const rack = definitionFor(plover, { ...plover.fitting, axes: 2 });
    const [first, second] = presetsOf(rack).filter((each) => each.title.startsWith("Home and limit"));
    expect(first!.title).toBe("Home and limit switches wired, axis 1");
    expect([...second!.values.keys()]).toEqual(["2:2040.01", "2:2040.04", "2:2040.07"]);
  });
  test("back to default: within what is named, of this rating, and never what is no setting", () => {
    const rated = new Map<string, RawValue>([...values, ["3m", 1], ["1y", 5000]]);
    const all = new Set(rill.parameters.map((each) => each.code));
    expect(defaultBecomes(rill, "R-030", rated, new Set(["4r"]))).toEqual([]);
    expect(defaultBecomes(rill, "R-055", rated, all).map((each) => each.code)).toEqual(
      expect.arrayContaining(["1r", "13c", "3m"]),
    );
    expect(defaultBecomes(rill, "R-055", rated, all).map((each) => each.code)).not.toContain("1y");
  });
});

describe("a draft and a newer record", () => {
  const base = new Map<string, RawValue>([
    ["1r", 300],
    ["4r", 180],
    ["5r", 10],
    ["6r", 20],
    ["1y", 5],
  ]);
  const draft = new Map<string, RawValue>([
    ["1r", 250],
    ["4r", 200],
    ["5r", 10],
    ["6r", 30],
    ["1y", 5],
  ]);
  const newer = new Map<string, RawValue>([
    ["1r", 300],
    ["4r", 150],
    ["5r", 11],
    ["6r", 30],
    ["1y", 9],
  ]);
  test("parameter by parameter: who changed it, and where both did, a person decides", () => {
    const lines = mergeLines(rill, rill, base, draft, newer);
    expect(lines.map(({ code, is }) => [code, is])).toEqual([
      ["1r", "draft"],
      ["4r", "conflict"],
      ["5r", "newer"],
      ["6r", "both"],
      ["1y", "newer"],
    ]);
    expect(mergedValues(newer, lines, new Set(["4r"])).get("4r")).toBe(200);
    expect(Object.fromEntries(mergedValues(newer, lines, new Set()))).toEqual({
      "1r": 250,
      "4r": 150,
      "5r": 11,
      "6r": 30,
      "1y": 9,
    });
  });
  test("what the drive of the newer record has not at all is left out, and told where the draft had changed it", () => {
    const [full, rack] = [4, 2].map((axes) => definitionFor(plover, { ...plover.fitting, axes })) as [
      Definition,
      Definition,
    ];
    const settings = full.parameters.filter(({ kind, readOnly }) => kind === "setting" && !readOnly);
    const [gone, other] = settings.filter(({ code }) => !rack.byCode.has(code)).map(({ code }) => code);
    const kept = settings.find(({ code }) => rack.byCode.has(code))!.code;
    const values = (all: Array<[string | undefined, RawValue]>) =>
      new Map(all.map(([code, raw]) => [code!, raw]));
    const was = values([
      [gone, 1],
      [other, 1],
      [kept, 300],
    ]);
    const mine = values([
      [gone, 2],
      [other, 1],
      [kept, 250],
    ]);
    const theirs = values([[kept, 300]]);
    const lines = mergeLines(full, rack, was, mine, theirs);
    expect(new Map(lines.map(({ code, is }) => [code, is]))).toEqual(
      new Map([
        [kept, "draft"],
        [gone, "lost"],
      ]),
    );
    expect([...mergedValues(theirs, lines, new Set([gone!]))]).toEqual([[kept, 250]]);
  });
  test("under another version of the definition, what is scaled otherwise or has other choices is not put beside it", () => {
    const file = JSON.parse(JSON.stringify(rill.file)) as DefinitionFile;
    file.version = "9.9";
    const ramp = file.groups.flatMap((each) => each.groups ?? []).find((each) => each.id === "r1")!;
    ramp.parameters!.find((each) => each.code === "1r")!.scale = 0.001;
    const other = loadDefinition(JSON.stringify(file), "other");
    expect(meantOtherwise(rill, other, ["1r", "4r", "zz"])).toEqual(["1r"]);
    expect(meantOtherwise(rill, rill, ["1r"])).toEqual([]);
  });
  test("nothing changed meanwhile: the draft as it is; nothing drafted: the newer record", () => {
    const codes = fc.constantFrom("1r", "4r", "5r", "6r", "9r");
    const some = fc
      .array(fc.tuple(codes, fc.nat(4)), { maxLength: 6 })
      .map((all) => new Map<string, RawValue>(all));
    const sorted = (values: ReadonlyMap<string, RawValue>) => [...values].sort();
    fc.assert(
      fc.property(
        some,
        some,
        some,
        fc.subarray(["1r", "4r", "5r", "6r", "9r"]),
        (was, mine, theirs, kept) => {
          const keep = new Set(kept);
          const merge = (one: typeof was, other: typeof was) =>
            mergedValues(other, mergeLines(rill, rill, was, one, other), keep);
          expect(sorted(merge(mine, was))).toEqual(sorted(mine));
          expect(sorted(merge(was, theirs))).toEqual(sorted(theirs));
          expect(sorted(merge(mine, mine))).toEqual(sorted(mine));
          // Whatever is decided, each value is the draft's or the newer record's.
          for (const [code, raw] of merge(mine, theirs))
            expect([mine.get(code), theirs.get(code)]).toContain(raw);
        },
      ),
    );
  });
});
