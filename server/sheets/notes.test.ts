import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { sql } from "drizzle-orm";
import { hollin, rill } from "@/families/testing";
import { findPosition } from "@/server/plant";
import { testPlant, type TestPlant } from "@/server/testing/plant";
import { noteParameter, notesOfParameters } from ".";

let plant: TestPlant;
beforeAll(async () => {
  plant = await testPlant();
});
afterAll(() => plant.close());

const write = async (code: string, text: string, seen: string, at = 0, definition = rill) =>
  noteParameter(
    plant.app.db,
    plant.person,
    (await findPosition(plant.app.db, 1, "KL-03"))!,
    { definition, code, text, seen },
    new Date(at),
  );
const notes = () => notesOfParameters(plant.app.db, plant.positionId, rill.id);

test("a note is written, changed and taken off; what stood there before stays, and the journal says each", async () => {
  expect(await write("1r", "  Do not shorten: tiles slip. ", "", 1000)).toEqual({
    ok: true,
    value: undefined,
  });
  expect(await write("1r", "Tiles slip below 2 s.", "Do not shorten: tiles slip.", 2000)).toMatchObject({
    ok: true,
  });
  expect(await write("4r", "Tried 1 s: trips.", "", 3000)).toMatchObject({ ok: true });
  expect(await write("1r", "", "Tiles slip below 2 s.", 4000)).toMatchObject({ ok: true });
  const by = { byName: "Ines Varga" };
  expect(await notes()).toEqual([
    {
      code: "1r",
      now: { at: 4000, ...by, text: "" },
      before: [
        { at: 2000, ...by, text: "Tiles slip below 2 s." },
        { at: 1000, ...by, text: "Do not shorten: tiles slip." },
      ],
    },
    { code: "4r", now: { at: 3000, ...by, text: "Tried 1 s: trips." }, before: [] },
  ]);
  const { rows } = (await plant.app.db.execute(
    sql`select text from journal where kind = 'note' order by id`,
  )) as unknown as { rows: Array<{ text: string }> };
  expect(rows.map((each) => each.text)).toEqual([
    "Noted on 1r of KL-03: Do not shorten: tiles slip.",
    "Noted on 1r of KL-03: Tiles slip below 2 s.",
    "Noted on 4r of KL-03: Tried 1 s: trips.",
    "Took the note off 1r of KL-03.",
  ]);
});

test("what somebody else wrote meanwhile is not written over unseen; of two at once one is told", async () => {
  expect(await write("4r", "Mine.", "")).toMatchObject({
    ok: false,
    trouble: { kind: "changed-meanwhile", text: expect.stringContaining("Tried 1 s: trips.") as unknown },
  });
  const both = await Promise.all([write("6r", "One.", ""), write("6r", "Other.", "")]);
  expect(both.filter((each) => each.ok)).toHaveLength(1);
  const [note] = (await notes()).filter((each) => each.code === "6r");
  expect(note!.before).toEqual([]);
});

test("the same again is nothing new; a code that the family has not is refused; another family's of the same position is another", async () => {
  const before = await notes();
  expect(await write("4r", "Tried 1 s: trips.", "Tried 1 s: trips.")).toMatchObject({ ok: true });
  expect(await write("77z", "?", "")).toMatchObject({ ok: false, trouble: { kind: "not-found" } });
  expect(await write("H.lim.1/2", "Set 2 is for starting the full mill.", "", 0, hollin)).toMatchObject({
    ok: true,
  });
  expect(await notes()).toEqual(before);
});

test("the database refuses to change or delete one", async () => {
  const change = plant.app.db.execute(sql`update parameter_note set text = 'other'`);
  await expect(change).rejects.toThrow();
  await expect(plant.app.db.execute(sql`delete from parameter_note`)).rejects.toThrow();
});
