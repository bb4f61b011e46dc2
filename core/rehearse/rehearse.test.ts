import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { definitionFor, type Definition } from "@/core/definition";
import type { DriveIdentity } from "@/core/drive";
import { USUAL_CHOICES, type PlanChoices } from "@/core/restore";
import { factorySet, valuesByCode } from "@/core/set";
import { NEVER_WRITTEN, type RawValue } from "@/core/value";
import { hollin, plover, rill, runnel } from "@/families/testing";
import { rehearse, VirtualClock, type Rehearsed, type RehearsalWay } from ".";

const clock = () => new VirtualClock((work) => setImmediate(work));
const KINDS: Array<[string, Definition, Partial<DriveIdentity>, RehearsalWay]> = [
  ["Rill, serial", rill, { rating: "R-030", firmware: "4.4" }, { framing: "rtu", baud: 9600 }],
  ["Rill, ASCII", rill, { rating: "R-030", firmware: "4.4" }, { framing: "ascii", baud: 9600 }],
  ["Runnel, network", runnel, { rating: "N-055", firmware: "2.1" }, { framing: "tcp" }],
  ["Hollin, three sets", hollin, { rating: "H-090", firmware: "5.2" }, { framing: "tcp" }],
  ["Plover, a rack", plover, { rating: "P-06", firmware: "2.4", axes: 2 }, { framing: "gateway" }],
];

function identityOf(family: Definition, more: Partial<DriveIdentity>): DriveIdentity {
  return {
    vendor: "",
    family: family.title,
    definitionId: family.id,
    ratingName: "",
    supply: "",
    firmware: "1.0",
    serial: "S-1",
    ...more,
  };
}

/** A restore of these values onto a drive that is straight from the factory but for `was`. */
async function run(
  family: Definition,
  more: Partial<DriveIdentity>,
  way: RehearsalWay,
  changed: Record<string, RawValue>,
  was: Record<string, RawValue> = {},
  choices: PlanChoices = USUAL_CHOICES,
): Promise<Rehearsed> {
  const drive = identityOf(family, more);
  const definition = definitionFor(family, { firmware: drive.firmware, axes: drive.axes ?? 1, options: [] });
  const factory = valuesByCode(factorySet(definition, drive.rating));
  const live = new Map([...factory, ...Object.entries(was)]);
  const recorded = new Map([...live, ...Object.entries(changed)]);
  const done = await rehearse({ family, drive, live, recorded, choices, way }, clock());
  if (!done.ok) throw new Error(done.trouble.text);
  return done.value;
}

test("on a bus it takes what an object was measured to take, and nothing where nobody has measured it", async () => {
  const make = { rating: "P-06", firmware: "2.4", axes: 1 };
  const definition = definitionFor(plover, { firmware: "2.4", axes: 1, options: [] });
  const measured = await run(plover, make, { framing: "gateway", exchangeMs: 4 }, {});
  expect(measured.ms.read).toBe(4 * definition.parameters.length);
  expect((await run(plover, make, { framing: "gateway" }, {})).ms.read).toBe(0);
});

describe.each(KINDS)("%s", (_, family, more, way) => {
  test("what its definition allows is written, read back and verified, without a drive", async () => {
    const drive = identityOf(family, more);
    const definition = definitionFor(family, {
      firmware: drive.firmware,
      axes: drive.axes ?? 1,
      options: [],
    });
    const choices = definition.parameters.filter(
      (each) => each.choices && each.choices.length > 1 && !each.readOnly && !NEVER_WRITTEN.has(each.kind),
    );
    const some = choices.slice(0, 12).map((each): [string, RawValue] => {
      const other = each.choices!.find((one) => one.value !== Number(each.rawDefault));
      return [each.code, other!.value];
    });
    const done = await run(family, more, way, Object.fromEntries(some));
    expect(done.trouble).toBeUndefined();
    expect(done.plan.writes.length).toBeGreaterThan(0);
    const refused = done.results.filter((each) => each.verdict !== "verified");
    expect(refused.map((each) => [each.code, each.said])).toEqual([]);
    expect(done.verified).toBe(true);
    expect(done.permanent).toBe("yes");
  });
});

test("on a serial line it takes what the wire takes; on a network less", async () => {
  const set = { "1r": 250, "4r": 180 };
  const serial = await run(rill, { rating: "R-030", firmware: "4.4" }, { framing: "rtu", baud: 9600 }, set);
  const fast = await run(rill, { rating: "R-030", firmware: "4.4" }, { framing: "rtu", baud: 38_400 }, set);
  expect(serial.ms.read).toBeGreaterThan(1000);
  expect(serial.ms.read / fast.ms.read).toBeGreaterThan(1.5);
  expect(serial.waits).toEqual(["permission"]);
});

test("what the stand-in refuses is named, with what it says; the rest is written all the same", async () => {
  const done = await run(
    rill,
    { rating: "R-030", firmware: "4.4" },
    { framing: "tcp" },
    { "1r": 250, "3m": 1100 },
  );
  const byCode = new Map(done.results.map((each) => [each.code, each]));
  expect(byCode.get("1r")!.verdict).toBe("verified");
  expect(byCode.get("3m")).toMatchObject({ verdict: "refused", said: expect.any(String) });
  expect(done.verified).toBe(false);
});

test("a restart is gone through, and the drive is found at its new address", async () => {
  const done = await run(
    rill,
    { rating: "R-030", firmware: "4.4" },
    { framing: "tcp" },
    { [rill.addressCode!]: 7, "1r": 250 },
  );
  expect(done.plan.needsRestart).toBe(true);
  expect(done).toMatchObject({ verified: true, permanent: "yes" });
});

test("a drive whose rating is not told gets no stand-in", async () => {
  const drive = identityOf(rill, { firmware: "4.4" });
  const live = valuesByCode(factorySet(rill, "R-030"));
  const input = { family: rill, drive, live, recorded: live, choices: USUAL_CHOICES };
  const done = await rehearse({ ...input, way: { framing: "tcp" } }, clock());
  expect(done).toMatchObject({ ok: false, trouble: { text: expect.stringContaining("rating") } });
});

test("whatever is to be written, every line of the plan has an outcome, and verified is said of nothing that reads otherwise", async () => {
  const settings = rill.parameters.filter(
    (each) => !each.readOnly && !NEVER_WRITTEN.has(each.kind) && each.registers === 1 && each.type === "u16",
  );
  await fc.assert(
    fc.asyncProperty(
      fc.uniqueArray(fc.tuple(fc.constantFrom(...settings), fc.integer({ min: 0, max: 65_535 })), {
        selector: ([each]) => each.code,
        maxLength: 12,
      }),
      async (some) => {
        const done = await run(
          rill,
          { rating: "R-030", firmware: "4.4" },
          { framing: "tcp" },
          Object.fromEntries(some.map(([each, raw]) => [each.code, raw])),
        );
        expect(done.results.map((each) => each.code).sort()).toEqual(
          done.plan.writes.map((each) => each.code).sort(),
        );
        for (const each of done.results) expect(each.verdict === "verified").toBe(each.readBack === each.to);
        if (done.verified) expect(done.alsoChanged).toEqual([]);
      },
    ),
    { numRuns: 15 },
  );
});

describe("a clock on which waiting takes no time", () => {
  test("calls back in the order of the moments, and of those at one moment the first first", async () => {
    const time = clock();
    const order: string[] = [];
    const at = (ms: number, name: string) => time.after(ms, () => order.push(`${name} ${time.now()}`));
    at(20, "b");
    at(5, "a");
    at(20, "c");
    at(10, "never")();
    await time.sleep(30);
    expect(order).toEqual(["a 5", "b 20", "c 20"]);
    expect(time.now()).toBe(30);
  });
  test("a wait ends at once when its signal is given", async () => {
    const time = clock();
    const stop = new AbortController();
    const waiting = time.sleep(1000, stop.signal);
    stop.abort();
    await waiting;
    await time.sleep(1, stop.signal);
    expect(time.now()).toBeLessThan(1000);
  });
});
