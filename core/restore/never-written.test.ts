import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import {
  definitionFor,
  isCommandObject,
  layOutFile,
  soundsLikeCommand,
  type Definition,
} from "@/core/definition";
import { planRestore, startsByItself, type WriteStep } from "@/core/restore";
import { writeSteps, type Run, type WritableDrive } from "@/core/restore/run";
import { factorySet, valuesByCode } from "@/core/set";
import { formatLine, NEVER_WRITTEN, veiled, type RawValue } from "@/core/value";
import { definitions, hollin, plover } from "@/families/testing";

const rack = definitionFor(plover, { firmware: "2.4", axes: 2, options: [] });
const factoryOf = (definition: Definition): Map<string, RawValue> =>
  valuesByCode(factorySet(definition, [...definition.ratings.keys()][0]));

/** The family as a data sheet would describe it: every object a writable setting. */
function asImported(definition: Definition): Definition {
  type Groups = Definition["file"]["groups"];
  const plain = (groups: Groups): Groups =>
    groups.map((group) => ({
      ...group,
      groups: group.groups && plain(group.groups),
      parameters: group.parameters?.map((each) => ({ ...each, kind: undefined, readOnly: undefined })),
    }));
  return layOutFile({ ...definition.file, groups: plain(definition.file.groups) });
}

describe("commands are never part of a plan", () => {
  test.each(["6040.00", "607A.00", "6071.00", "60FF.00", "60FE.01"])(
    "%s is a command by its number, whatever a file says",
    (code) => {
      expect(asImported(plover).byCode.get(code)).toMatchObject({ kind: "command" });
    },
  );
  test.each([0x6840, 0x707a, 0x78ff])("object %i of a further axis is a command too", (index) => {
    expect(isCommandObject(index * 256)).toBe(true);
  });
  test.each([0x5840, 0x6083, 0xa040])("object %i is none", (index) => {
    expect(isCommandObject(index * 256)).toBe(false);
  });
  test("a recorded control word and set-point are left out, with the reason, also under an imported definition", () => {
    const imported = asImported(plover);
    const live = factoryOf(imported);
    const recorded = new Map([...live, ["6040.00", 1], ["60FF.00", 2500], ["6081.00", 4711]]);
    for (const code of ["6040.00", "60FF.00"]) live.set(code, 0);
    const plan = planRestore(imported, undefined, recorded, live);
    expect(plan.writes.map((each) => each.code)).toEqual(["6081.00"]);
    expect(plan.leftOut.map((each) => [each.code, each.reason])).toEqual([
      ["6040.00", "command"],
      ["60FF.00", "command"],
    ]);
  });
  test("whatever is recorded, no plan of any family holds a command, a safe function, a secret or what moves by itself", () => {
    const all = [...definitions, rack, asImported(plover)];
    fc.assert(
      fc.property(
        fc.constantFrom(...all).chain((definition) =>
          fc.tuple(
            fc.constant(definition),
            fc.array(fc.tuple(fc.constantFrom(...definition.parameters), fc.nat(60_000)), {
              maxLength: 60,
            }),
          ),
        ),
        ([definition, changes]) => {
          const live = factoryOf(definition);
          for (const { code, type } of definition.parameters)
            if (!live.has(code)) live.set(code, type === "text" ? "" : 0);
          const recorded = new Map(live);
          for (const [{ code, type }, value] of changes)
            recorded.set(code, type === "text" ? String(value) : value);
          for (const { code } of planRestore(definition, undefined, recorded, live).writes)
            expect([code, NEVER_WRITTEN.has(definition.byCode.get(code)!.kind)]).toEqual([code, false]);
        },
      ),
      { numRuns: 150 },
    );
  });
  test("a step that should not be in a kept plan is not sent all the same", async () => {
    const state = {
      running: false,
      tripped: false,
      trip: undefined,
      warnings: [],
      volatile: false,
      permission: true,
    };
    const sent: string[] = [];
    const drive: WritableDrive = {
      definition: plover,
      connected: true,
      era: 0,
      state,
      trouble: undefined,
      whenBack: async () => ({ ok: true, value: undefined }),
      identify: async () => ({ ok: true, value: IDENTITY }),
      look: async () => ({ ok: true, value: state }),
      noteTrouble: () => undefined,
      read: async () => ({ ok: true, value: new Map() }),
      write: async (_era, parameter) => {
        sent.push(parameter.code);
        return { kind: "written" };
      },
      command: async () => ({ kind: "written" }),
      items: async () => [],
      writeBlock: async () => ({ kind: "written" }),
      expectAlsoAt: () => undefined,
      expectAlsoAs: () => undefined,
    };
    const steps: WriteStep[] = ["6040.00", "2031.01", "6081.00"].map((code) => ({
      code,
      to: 1,
      state: "planned",
      tries: 0,
    }));
    const run: Run = {
      drive,
      expected: IDENTITY,
      steps,
      clock: { now: () => 0, sleep: async () => undefined, after: () => () => undefined },
      pollMs: 1,
      signal: new AbortController().signal,
      settle: async (ordinal, step) => void (steps[ordinal] = step),
      commandSent: async () => undefined,
      wait: async () => undefined,
    };
    expect(await writeSteps(run)).toEqual({ ok: true, value: undefined });
    expect(sent).toEqual(["6081.00"]);
    expect(steps.map((each) => each.state)).toEqual(["refused", "refused", "written"]);
  });
  test.each([
    ["Control word", true],
    ["Speed set-point 1", true],
    ["Save to flash", true],
    ["Restore defaults", true],
    ["Start", true],
    ["Steuerwort 2", true],
    ["Consigne de vitesse", true],
    ["Frequency set-point", true],
    ["Current setpoint", true],
    ["Torque command", true],
    ["Speed reference", true],
    ["Target velocity", true],
    ["Drehzahlsollwert", true],
    ["Reference source", false],
    ["Stop time", false],
    ["Start voltage", false],
    ["Command source", false],
    ["Stop mode", false],
    ["Acceleration time", false],
  ])("%s: a person is asked: %s", (name, asked) => {
    expect(soundsLikeCommand(name)).toBe(asked);
  });
});

const IDENTITY = {
  vendor: "Aldersea",
  family: "Plover",
  definitionId: plover.id,
  ratingName: "6 A",
  supply: "3 × 400 V",
  firmware: "2.4",
  serial: "A",
};

describe("secrets", () => {
  const password = hollin.byCode.get("H.mac.14")!;
  test("only whether it is set is kept and shown", () => {
    expect([veiled(password, 4711), veiled(password, 0)]).toEqual([1, 0]);
    expect([formatLine(password, 4711), formatLine(password, 1), formatLine(password, 0)]).toEqual([
      "set",
      "set",
      "not set",
    ]);
    const text = { kind: "secret", type: "text" } as const;
    expect([veiled(text, "hunter2"), veiled(text, "  ")]).toEqual(["set", ""]);
  });
});

describe("values with which a shaft starts by itself", () => {
  test.each<[string, string, RawValue, boolean]>([
    ["fennimore-rill-4", "14g", 1, true],
    ["fennimore-rill-4", "15c", 1, true],
    ["fennimore-rill-4", "24c", 150, true],
    ["fennimore-rill-4", "24c", 0, false],
    ["fennimore-runnel-1", "PT301", 3, true],
    ["fennimore-runnel-1", "PC234", 1, true],
    ["fennimore-runnel-1", "PC234", 3, false],
    ["oakhanger-hollin-5", "H.grd.13", 3, true],
    ["oakhanger-hollin-5", "H.wat.46", 4, true],
    ["aldersea-plover-2", "2031.01", 1, true],
    ["aldersea-plover-2", "5F50.01", 1, true],
  ])("%s, %s at %s: %s", (id, code, raw, starts) => {
    const definition = definitions.find((each) => each.id === id)!;
    const found = startsByItself(definition, new Map([...factoryOf(definition), [code, raw]]));
    expect(found.map((each) => each.split(" ")[0])).toEqual(starts ? [code] : []);
  });
  test("whatever speaks of starting by itself, in any family, is listed, or is known to mean something else", () => {
    const SPEAKS =
      /by itself|starts? again|unattended|may (start|turn)|start when|without a new command|^timer .* does|starts with|\bsleeps? below/i;
    const KNOWN = new Set([
      // Comes down by itself: a switching frequency.
      "AP107",
      // A machine that rolls on by itself.
      "AP102",
      // A filter that finds itself.
      "2013.01",
      "2013.05",
      "2013.09",
      "2013.0D",
    ]);
    for (const { id, file, parameters } of definitions) {
      const listed = new Set((file.startsByItself ?? []).map((each) => each.code));
      const missed = parameters.filter(
        ({ base, name, help, choices, kind }) =>
          kind !== "counter" &&
          [name, help, ...(choices ?? []).map((each) => each.text)].some((each) => SPEAKS.test(each)) &&
          !listed.has(base) &&
          !KNOWN.has(base),
      );
      expect([id, missed.map((each) => each.code)]).toEqual([id, []]);
    }
  });
});

test("every parameter is in one of a plan's counts", () => {
  for (const definition of definitions) {
    const live = factoryOf(definition);
    const { writes, equal, leftOut, rest } = planRestore(definition, undefined, new Map(), live);
    expect(writes.length + equal + leftOut.length + rest!).toBe(definition.parameters.length);
  }
});
