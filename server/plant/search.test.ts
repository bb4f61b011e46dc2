import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { factorySet } from "@/core/set";
import { rill } from "@/families/testing";
import { attach, storeFile, withdraw } from "@/server/files";
import { addNote, keepReading } from "@/server/ledger";
import { noteParameter } from "@/server/sheets";
import { testPlant, type TestPlant } from "@/server/testing/plant";
import { AT_REST, RILL_PLATE, WORDS } from "@/server/testing/samples";
import { lookThrough, wordsOf } from "./look-through";
import { createPosition, findPosition, makePlant, retirePosition, searchEverything } from ".";

const AT = new Date("2026-03-14T10:00:00Z");
let plant: TestPlant;
let recordId: number;
beforeAll(async () => {
  plant = await testPlant();
  const { record } = await keepReading(plant.app.db, rill, plant.person, {
    positionId: plant.positionId,
    set: factorySet(rill, "R-030"),
    identity: RILL_PLATE,
    state: AT_REST,
    linkName: "Bench",
    unit: 3,
    origin: "read",
    takenAt: AT,
  });
  recordId = record.id;
  for (const [tag, title] of [
    ["KL-13", "Roller drive 13"],
    ["KL-30", "Exhaust fan"],
    ["OLD-3", "Roller drive, taken out"],
  ])
    await createPosition(plant.app.db, plant.person, 1, { ...WORDS, tag: tag!, title: title! }, AT);
  const old = (await findPosition(plant.app.db, 1, "OLD-3"))!;
  await retirePosition(plant.app.db, plant.person, 1, old.id, "Taken out.", AT);
});
afterAll(() => plant.close());

const found = async (text: string, plantId = 1) => {
  const { db, shelf, overviews } = plant.app;
  return (await searchEverything(db, shelf, overviews, plantId, text)).map(
    ({ kind, title, detail, href }) => `${kind}: ${title}; ${detail}; ${href}`,
  );
};
const positions = async (text: string) =>
  (await found(text)).flatMap((each) => /^position: (\S+)/.exec(each)?.[1] ?? []);

test("a tag is found however it is typed; what is called just that comes first, what was retired last", async () => {
  for (const typed of ["KL-03", "kl03", "KL 3", "kl.3", "kl3"])
    expect([typed, (await positions(typed))[0]]).toEqual([typed, "KL-03"]);
  expect(await positions("kl3")).toEqual(["KL-03", "KL-30"]);
  expect(await positions("13 roller")).toEqual(["KL-13"]);
  expect((await positions("roller drive")).at(-1)).toBe("OLD-3");
});

test("the plant's list finds a tag without its signs too, and words as they stand", async () => {
  const { lines } = await plant.app.overviews.of(1);
  const said = lines.map((each) => ({ ...each, words: wordsOf(each) }));
  const tags = (find: string) => lookThrough(said, { find }).map((each) => each.tag);
  expect([tags("kl03"), tags("roller 3"), tags("exhaust")]).toEqual([
    ["KL-03", "KL-30"],
    tags("3 roller"),
    ["KL-30"],
  ]);
  expect(tags("xkl03")).toEqual([]);
});

test("what people wrote is found where it stands, as long as it holds", async () => {
  const { db } = plant.app;
  await addNote(db, plant.person, recordId, "Start made gentler after the belt slipped.", AT);
  const at = (await findPosition(db, 1, "KL-03"))!;
  const note = (text: string, seen: string) =>
    noteParameter(db, plant.person, at, { definition: rill, code: "4r", text, seen }, AT);
  await note("The belt slips below 1.5 s.", "");
  expect(await found("BELT slip")).toEqual([
    "note: Start made gentler after the belt slipped.; KL-03 record 1, Ines Varga; /positions/KL-03?record=1",
    "note: The belt slips below 1.5 s.; KL-03 4r, Ines Varga; /positions/KL-03?at=4r",
  ]);
  await note("", "The belt slips below 1.5 s.");
  expect(await found("belt slips")).toEqual([]);
  await note(
    `${"Read this first. ".repeat(20)}Never below 1.5 s, see the minutes.${" And so on.".repeat(20)}`,
    "",
  );
  expect((await found("never BELOW"))[0]).toMatch(
    /^note: ….{20,40}Never below 1\.5 s, see the minutes\. .*…; KL-03 4r/,
  );
  await note(
    "",
    `${"Read this first. ".repeat(20)}Never below 1.5 s, see the minutes.${" And so on.".repeat(20)}`,
  );
  // A sign that stands for any other in a pattern is a sign here.
  expect(await found("b_lt")).toEqual([]);
});

test("a file is found by its name and by what was said of it, where it belongs, until it is withdrawn", async () => {
  const { db } = plant.app;
  const bytes = new TextEncoder().encode("a program");
  const stored = await storeFile(db, new Blob([bytes]).stream(), 1000);
  if (typeof stored === "string") throw new Error(stored);
  const add = (owner: object, note = "") =>
    attach(
      db,
      plant.person,
      1,
      { words: "it", href: "/", ...owner },
      { hash: stored.hash, name: "press-program-7.bin", kind: "program", note },
      AT,
    );
  const first = await add({ positionId: plant.positionId });
  await add({ recordId });
  await add({ definitionId: rill.id }, "for all of them");
  expect(await found("program-7")).toEqual([
    `file: press-program-7.bin; of a family; /families/${rill.id}`,
    "file: press-program-7.bin; KL-03 record 1; /positions/KL-03?record=1",
    "file: press-program-7.bin; KL-03; /positions/KL-03",
  ]);
  expect(await found("all of them")).toHaveLength(1);
  await withdraw(db, plant.person, 1, first, "of another machine", AT);
  expect(await found("program-7")).toHaveLength(2);
});

test("nothing of another plant is found", async () => {
  const other = await makePlant(plant.app.db, "Another works");
  for (const text of ["KL-03", "belt", "program-7", "roller"])
    expect((await found(text, other.id)).filter((each) => !/^(parameter|family)/.test(each))).toEqual([]);
});
