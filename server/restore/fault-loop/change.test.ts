import { expect, test } from "@jest/globals";
import type { RawValue } from "@/core/value";
import { rill } from "@/families/testing";
import { changeDraft, loadDraft } from "@/server/drafts";
import { findReceipt } from "@/server/restore";
import { cutDown } from "@/server/testing/cut-down";
import { operateUnderFault } from "@/server/testing/operation-under-fault";
import { connectAndRead, recordStanding, testPlant, type TestPlant } from "@/server/testing/plant";
import type { Fault } from "@/simulator/spoken-line";

/** Every exchange, which takes long: `npm run test:long`. */
const EVERY = process.env.TEST_LONG === undefined ? 9 : 1;

const WISHED: Record<string, RawValue> = { "1r": 250, "4r": 330, "1a": "Roller 3" };
const family = cutDown(rill, Object.keys(WISHED));

/** Somebody wishes for three values; a wish that stands already is none again. */
async function wishAll({ app, person }: TestPlant, id: number): Promise<void> {
  const { draft } = (await app.restores.shown.detail(id))!.change!;
  for (const [code, raw] of Object.entries(WISHED)) {
    const { values, definition } = (await loadDraft(app.db, app.shelf, 1, draft))!;
    const scale = definition.byCode.get(code)!.type === "text" ? undefined : Number(raw) / 100;
    const typed = scale === undefined ? String(raw) : String(scale);
    const parts = { db: app.db, shelf: app.shelf, now: () => new Date() };
    const wish = { code, typed, reason: "", expected: values.get(code) };
    const done = await changeDraft(parts, person, 1, draft, wish);
    if (!done.ok) throw new Error(done.trouble.text);
  }
}

/**
 * A change on the drive with something going wrong at one exchange after another. Each time it comes to its end, and what is said is so: what the list calls written was in the
 * drive when it was read back, and "verified" means that the drive holds what was wished, in its running memory alone.
 */
test.each<[Fault, boolean]>([
  ["cable-before", false],
  ["cable-after", false],
  ["power-after", false],
  ["cable-after", true],
])(
  "values are changed with %s at one exchange after another, the program killed: %s",
  async (fault, killed) => {
    const make = { rating: "R-030", firmware: "4.4" };
    const plant = await testPlant({}, { family, make: { ...make, serial: "FR-0" }, line: "tcp" });
    let hits = 0;
    let verified = 0;
    for (let at = 1; ; at += EVERY) {
      plant.swap({ ...make, serial: `FR-${at}` });
      const connectionId = await connectAndRead(plant);
      await recordStanding(plant, connectionId);
      plant.drive.givePermission();
      const begin = { connectionId, operation: "change" } as const;
      const wishes = () => wishAll(plant, id);
      let id = 0;
      // What goes wrong after its last reading is none of the receipt's.
      let read = false;
      const leave = plant.app.events.subscribe((event) => {
        if (event.type !== "job") return;
        const { reading, place } = event.view;
        if (reading) read = place.stage === "verify" && reading.share === 1;
      });
      const under = await operateUnderFault(plant, {
        begin,
        fault,
        killed,
        at,
        spared: () => read,
        beforePress: async (each) => {
          id = each;
          await wishes();
        },
      });
      leave();
      const { receiptId, place, change } = (await plant.app.restores.shown.detail(under.id))!;
      expect(place.over).toBe("done");
      for (const each of change!.sent.filter(({ state }) => state === "written"))
        expect([each.code, each.readBack]).toEqual([each.code, each.to]);
      const { content } = (await findReceipt(plant.app.db, 1, receiptId!))!;
      expect(content.results.map((each) => each.code).sort()).toEqual(Object.keys(WISHED).sort());
      // What the receipt says was read back is what the drive holds: a power-off in the last reading has taken it, and then nothing is claimed.
      for (const { code, readBack } of content.results)
        expect([code, readBack]).toEqual([code, plant.drive.valueOf(code)]);
      const holds = Object.entries(WISHED).every(([code, raw]) => plant.drive.valueOf(code) === raw);
      expect([content.outcome, content.permanent]).toEqual(
        holds ? ["verified", "no"] : ["not-verified", "yes"],
      );
      expect(plant.drive.volatile).toBe(holds);
      expect(content.alsoChanged).toEqual([]);
      if (holds) verified += 1;
      else expect(fault).toBe("power-after");
      expect(plant.drive.axes.trip).toBe(0);
      for (const each of plant.app.bench.list()) await plant.app.bench.letGo(each.id);
      if (!under.fired) break;
      hits += 1;
    }
    expect(hits).toBeGreaterThan(20 / EVERY);
    expect(verified).toBeGreaterThan(hits / 2);
    await plant.close();
  },
  600_000,
);
