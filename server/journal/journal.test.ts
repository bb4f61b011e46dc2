import { afterAll, beforeAll, expect, test } from "@jest/globals";
import type { OpenDatabase } from "@/server/database";
import { addPerson } from "@/server/people";
import { makePlant } from "@/server/plant";
import { emptyDatabase } from "@/server/testing/database";
import { journalPeople, readJournal, writeJournal } from ".";

let database: OpenDatabase;
let other: number;
const ids = new Map<string, string>();
const write = (byName: string, plantId: number | undefined, text: string) =>
  writeJournal(database.db, { at: new Date(), plantId, by: ids.get(byName)!, byName, kind: "plant", text });
beforeAll(async () => {
  database = await emptyDatabase();
  for (const name of ["Åsa Berg", "Ines Varga", "Tomas Lind", "Zoë Q"]) {
    const email = `${ids.size}@example.test`;
    ids.set(
      name,
      await addPerson(database.db, { name, email, password: "a long password", administrator: true }),
    );
  }
  other = (await makePlant(database.db, "Quarry")).id;
  await write("Zoë Q", other, "made");
  for (let i = 0; i < 3; i++) for (const name of ["Tomas Lind", "Åsa Berg"]) await write(name, 1, `${i}`);
  await write("Ines Varga", undefined, "imported a definition");
});
afterAll(() => database.close());

test("who stands in a plant's journal: each once, with who did something for the whole archive, and nobody of another plant", async () => {
  expect(await journalPeople(database.db, 1)).toEqual(["Åsa Berg", "Ines Varga", "Tomas Lind"]);
  expect(await journalPeople(database.db, other)).toEqual(["Ines Varga", "Zoë Q"]);
});

test("lines are found by person, and those of another plant never are", async () => {
  expect((await readJournal(database.db, 1, 50, { person: "Tomas Lind" })).map((each) => each.text)).toEqual([
    "2",
    "1",
    "0",
  ]);
  expect(await readJournal(database.db, other, 50, { person: "Tomas Lind" })).toEqual([]);
});
