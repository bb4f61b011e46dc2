import { randomUUID } from "node:crypto";
import { createWriteStream, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { afterAll, afterEach, beforeAll, describe, expect, test } from "@jest/globals";
import { eq } from "drizzle-orm";
import { buildSet, valuesByCode } from "@/core/set";
import { rill } from "@/families/testing";
import { checklistsOf, keepChecklists, signChecklist, signedOf } from "@/server/checklist";
import { openServer, tables, type Database, type OpenDatabase } from "@/server/database";
import { DefinitionShelf } from "@/server/definitions";
import { beginDraft, changeDraft, takeBack } from "@/server/drafts";
import { addDrive } from "@/server/drives";
import { attach, storeFile } from "@/server/files";
import {
  addNote,
  keepFromFile,
  listRecords,
  loadSet,
  notesOf,
  raiseStanding,
  setLabel,
  standingOf,
} from "@/server/ledger";
import { headingOf, setHeading, setLogo } from "@/server/paper";
import { addPerson, type Person } from "@/server/people";
import { changePosition, createPosition, findPosition, plantLines, wordsOf } from "@/server/plant";
import { keepQuestion, savedQuestions } from "@/server/question";
import { noteParameter, notesOfParameters } from "@/server/sheets";
import { emptyDatabase } from "@/server/testing/database";
import { connectAndRead, recordStanding, testPlant, type TestPlant } from "@/server/testing/plant";
import { startPostgres } from "@/server/testing/postgres";
import { WORDS } from "@/server/testing/samples";
import { withVersions } from "./versions";
import { bundleOf, openSource, plainFiles, takeIn, type Source } from ".";

const AT = new Date("2026-03-14T16:20:00Z");
let plant: TestPlant;
let here: Map<string, Buffer>;
const folder = mkdtempSync(join(tmpdir(), "calm-ledger-plain-"));
const opened: OpenDatabase[] = [];

async function filesOf(db: Database, plants = [1]): Promise<Map<string, Buffer>> {
  const files = new Map<string, Buffer>();
  for await (const { path, content } of plainFiles(db, plants, AT))
    files.set(
      path,
      typeof content === "string"
        ? Buffer.from(content)
        : Buffer.from(await new Response(content).arrayBuffer()),
    );
  return files;
}
const sourceOf = (files: Map<string, Buffer>): Source => ({
  paths: [...files.keys()],
  text: (path) => Promise.resolve(files.get(path)?.toString() ?? ""),
  stream: (path) => Promise.resolve(new Blob([new Uint8Array(files.get(path)!)]).stream()),
  close: () => undefined,
});

/** Another ledger, that has an administrator and a plant of its own. */
async function anotherLedger(): Promise<{ db: Database; person: Person }> {
  const database = await emptyDatabase();
  opened.push(database);
  // Ledgers for tests begin as copies of one.
  await database.db.update(tables.plant).set({ uid: randomUUID(), slug: "elsewhere" });
  const id = await addPerson(database.db, {
    name: "Per Dahl",
    email: "per@example.test",
    password: "another-ledger-1",
    administrator: true,
  });
  return { db: database.db, person: { id, name: "Per Dahl", sessionId: "s" } };
}

/** One point, the smallest PNG there is. */
const LOGO =
  "data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==";

beforeAll(async () => {
  plant = await testPlant();
  const { db } = plant.app;
  await setHeading(db, 1, ["Tarn Hollow Tileworks"]);
  await setLogo(db, 1, Buffer.from(LOGO.split(",")[1]!, "base64"));
  const question = {
    name: "Too quick",
    ask: "deceleration time < 2 s",
    of: "standing" as const,
    byName: "Ines",
  };
  await keepQuestion(db, 1, question, AT);
  const id = await recordStanding(plant, await connectAndRead(plant));
  await addNote(db, plant.person, id, 'Größe 1,5 ≤ 2 µm "x"\nsecond line', AT);
  const [row] = await listRecords(db, plant.positionId);
  await setLabel(db, plant.person, row!.id, "after overhaul", true, AT);
  const stored = await storeFile(db, new Blob(["a program"]).stream(), 1000);
  if (typeof stored === "string") throw new Error(stored);
  await attach(
    db,
    plant.person,
    1,
    { positionId: plant.positionId, words: "KL-03", href: "/" },
    { hash: stored.hash, name: "a.bin", kind: "program", note: "" },
    AT,
  );
  const { shelf, now } = plant.app;
  const place = { id: plant.positionId, plantId: 1, tag: "KL-03" };
  const draft = await beginDraft(db, plant.person, place, { record: row! }, "Gentler “start”", AT);
  const wish = { code: "1a", typed: 'Größe "x"', reason: "its name", expected: "Roller 3" };
  const changed = await changeDraft({ db, shelf, now }, plant.person, 1, draft, wish);
  if (!changed.ok) throw new Error(changed.trouble.text);
  await takeBack({ db, shelf, now }, plant.person, 1, draft, "undo");
  const set = await loadSet(db, row!);
  const values = valuesByCode(set);
  values.set("1r", 123);
  await keepFromFile(db, rill, plant.person, {
    positionId: plant.positionId,
    set: buildSet(rill, values),
    identity: { serial: "", ratingName: "", supply: "", firmware: "" },
    takenAt: new Date("2020-01-01T00:00:00Z"),
    source: { name: "old.csv", hash: "h", broughtAt: AT.toISOString(), dateGiven: null, leftOut: 0 },
  });
  const made = await createPosition(db, plant.person, 1, { ...WORDS, tag: "A:1", title: "Fan" }, AT);
  if (!made.ok) throw new Error(made.trouble.text);
  // Another one for whoever tells large letters from small ones, which not every disk does.
  const alike = await createPosition(db, plant.person, 1, { ...WORDS, tag: "a:1", title: "Fan" }, AT);
  if (!alike.ok) throw new Error(alike.trouble.text);
  const [job] = await db
    .insert(tables.job)
    .values({
      plantId: 1,
      kind: "restore",
      open: false,
      phase: "done",
      positionId: plant.positionId,
      by: plant.person.id,
      byName: "Ines",
      startedAt: AT,
      driveKey: "x",
      detail: { recordId: id, receiptId: 7 },
    })
    .returning();
  await db
    .insert(tables.jobStep)
    .values({ jobId: job!.id, ordinal: 1, code: "1r", toRaw: 5, state: "written", tries: 1 });
  await db.insert(tables.receipt).values({
    id: 7,
    plantId: 1,
    jobId: job!.id,
    positionId: plant.positionId,
    at: AT,
    by: plant.person.id,
    byName: "Ines",
    content: { outcome: "verified" },
  });
  const lines = ["Direction", "Seconds from 50 Hz:"];
  const kept = await keepChecklists(
    db,
    plant.person,
    { id: plant.positionId, plantId: 1, tag: "KL-03" },
    { beforeOn: "Termination", acceptance: lines.join("\n"), keepers: "A card" },
    AT,
  );
  if (!kept.ok) throw new Error(kept.trouble.text);
  await signChecklist(
    db,
    plant.person,
    { id: 7, plantId: 1, positionId: plant.positionId },
    { which: "acceptance", ticks: lines.map((text) => ({ text, done: true, value: "1.8" })), why: "" },
    AT,
  );
  const note = { definition: rill, code: "1r", text: "Below 2 s the tiles slip.", seen: "" };
  await noteParameter(db, plant.person, { id: plant.positionId, plantId: 1, tag: "KL-03" }, note, AT);
  here = await filesOf(db);
});
afterEach(async () => {
  for (const each of opened.splice(0)) await each.close();
});
afterAll(async () => {
  await plant.close();
  rmSync(folder, { recursive: true, force: true });
});

const recordsOf = async (db: Database) =>
  await db
    .select({
      uid: tables.record.uid,
      number: tables.record.number,
      all: tables.record.hashAll,
      settings: tables.record.hashSettings,
    })
    .from(tables.record)
    .orderBy(tables.record.uid);

describe("a ledger as plain files", () => {
  test("has a folder for each position and a text for each record, one value to a line", () => {
    const path = "plant/positions/KL-03/records/0001.json";
    const record = [...here.keys()].find((each) => each.endsWith("/positions/KL-03/records/0001.json"))!;
    expect(record).toBeDefined();
    expect(here.get(record)!.toString()).toMatch(/\n {4}"1r": \d+,\n/);
    expect([...here.keys()].some((each) => each.includes("/positions/A%3A1/position.json"))).toBe(true);
    expect(path.split("/")).toHaveLength(5);
    const folders = [...here.keys()].filter((each) => each.endsWith("/position.json"));
    expect(new Set(folders.map((each) => each.toLowerCase())).size).toBe(folders.length);
  });
  test("is the same when it is written again", async () => {
    expect(Object.fromEntries(await filesOf(plant.app.db))).toEqual(Object.fromEntries(here));
  });
  test("holds no password, no sign-in, no token", () => {
    const all = [...here].map(([, content]) => content.toString()).join("\n");
    expect(all).not.toMatch(/password|argon|token_hash/i);
  });
});

describe("taken in by another ledger", () => {
  test("the head of papers and kept questions go along; what is set there already stays, and it is said", async () => {
    const { db, person } = await anotherLedger();
    const [slug] = [...here.keys()].find((each) => each.endsWith("/plant.json"))!.split("/");
    expect(await takeIn(db, person, sourceOf(here), AT)).toMatchObject({
      ok: true,
      value: { contradictions: [] },
    });
    const [there] = await db.select().from(tables.plant).where(eq(tables.plant.slug, slug!));
    expect(await headingOf(db, there!.id)).toEqual({ lines: ["Tarn Hollow Tileworks"], logo: LOGO });
    expect(await savedQuestions(db, there!.id)).toMatchObject([
      { name: "Too quick", ask: "deceleration time < 2 s", of: "standing", byName: "Ines" },
    ]);
    await setHeading(db, there!.id, ["Another"]);
    const question = {
      name: "Too quick",
      ask: "deceleration time < 1 s",
      of: "newest" as const,
      byName: "Per",
    };
    await keepQuestion(db, there!.id, question, AT);
    expect(await takeIn(db, person, sourceOf(here), AT)).toMatchObject({
      value: {
        contradictions: [expect.stringContaining("head of papers"), expect.stringContaining("“Too quick”")],
      },
    });
    expect(await headingOf(db, there!.id)).toMatchObject({ lines: ["Another"] });
    expect(await savedQuestions(db, there!.id)).toMatchObject([
      { ask: "deceleration time < 1 s", byName: "Per" },
    ]);
  });
  test("a head or a question that nobody could set is refused with the whole", async () => {
    const { db, person } = await anotherLedger();
    const path = [...here.keys()].find((each) => each.endsWith("/settings.json"))!;
    const good = JSON.parse(here.get(path)!.toString()) as { heading: object; questions: object[] };
    const question = good.questions[0]!;
    for (const [bad, why] of [
      [{ ...good, heading: { lines: [], logo: "/etc/passwd" } }, "picture"],
      [{ ...good, heading: { lines: ["x".repeat(81)] } }, "lines"],
      [{ ...good, questions: [{ ...question, of: "everything" }] }, "of"],
      [{ heading: good.heading }, "questions"],
    ] as const) {
      const files = new Map(here).set(path, Buffer.from(JSON.stringify(bad)));
      expect(await takeIn(db, person, sourceOf(files), AT)).toMatchObject({
        ok: false,
        trouble: { text: expect.stringContaining(why) as unknown },
      });
    }
    expect(await db.$count(tables.record)).toBe(0);
  });
  test("gives the same hashes for every record, and the same files when it is written out again; a second time adds nothing", async () => {
    const { db, person } = await anotherLedger();
    const taken = await takeIn(db, person, sourceOf(here), AT);
    expect(taken).toMatchObject({
      ok: true,
      value: { added: { positions: 3, records: 2, receipts: 1, files: 1 } },
    });
    expect(await recordsOf(db)).toEqual(await recordsOf(plant.app.db));
    const again = await takeIn(db, person, sourceOf(here), AT);
    expect(again).toMatchObject({
      ok: true,
      value: { added: { positions: 0, records: 0, receipts: 0, files: 0, lines: 0 }, contradictions: [] },
    });
    const [there] = await db
      .select({ id: tables.plant.id, slug: tables.plant.slug })
      .from(tables.plant)
      .where(eq(tables.plant.uid, (await plant.app.db.select().from(tables.plant))[0]!.uid));
    const back = await filesOf(db, [there!.id]);
    const own = (files: Map<string, Buffer>, slug: string) =>
      Object.fromEntries(
        [...files]
          .filter(([path]) => !/journal|ledger\.json|people\.json|plant\.json$/.test(path))
          .map(([path, content]) => [path.replace(`${slug}/`, ""), content.toString()]),
      );
    const [slug] = [...here.keys()].find((each) => each.endsWith("/plant.json"))!.split("/");
    expect(own(back, there!.slug)).toEqual(own(here, slug!));
    const lines = (files: Map<string, Buffer>) =>
      [...files]
        .filter(([path]) => path.includes("journal/"))
        .flatMap(([, content]) => content.toString().trim().split("\n"));
    // What was done by taking it in, twice, stands below.
    expect(
      lines(back)
        .filter((each) => !each.includes("Took an export"))
        .sort(),
    ).toEqual(lines(here).sort());
    const before = await plantLines(plant.app.db, plant.app.shelf, 1, AT.getTime());
    const after = await plantLines(db, plant.app.shelf, there!.id, AT.getTime());
    expect(after.lines).toEqual(before.lines);
    const [job] = await db.select({ detail: tables.job.detail }).from(tables.job);
    const [record] = await db
      .select({ id: tables.record.id })
      .from(tables.record)
      .where(eq(tables.record.number, 1));
    expect(job!.detail).toEqual({ recordId: record!.id, receiptId: 7 });
    const [at] = await db.select().from(tables.position).where(eq(tables.position.tag, "KL-03"));
    expect(await checklistsOf(db, at!.id)).toMatchObject({
      beforeOn: ["Termination"],
      acceptance: ["Direction", "Seconds from 50 Hz:"],
    });
    expect(await notesOfParameters(db, at!.id, rill.id)).toMatchObject([
      { code: "1r", now: { text: "Below 2 s the tiles slip.", byName: plant.person.name }, before: [] },
    ]);
    expect(await signedOf(db, 7)).toMatchObject([{ which: "acceptance", ticks: [{}, { value: "1.8" }] }]);
    const [closed] = await db.select().from(tables.user).where(eq(tables.user.id, plant.person.id));
    expect(closed).toMatchObject({
      name: plant.person.name,
      administrator: false,
      closedAt: expect.any(Date) as unknown,
    });
  });

  test("two that went on apart are put together: both records 3 stay, the later raised one stands, and it is said", async () => {
    const { db, person } = await anotherLedger();
    await takeIn(db, person, sourceOf(here), AT);
    const [there] = await db
      .select()
      .from(tables.plant)
      .where(eq(tables.plant.uid, (await plant.app.db.select().from(tables.plant))[0]!.uid));
    const at = (await findPosition(db, there!.id, "KL-03"))!;
    const goOn = async (ledger: Database, who: Person, positionId: number, value: number, when: Date) => {
      const [row] = await listRecords(ledger, positionId);
      const values = valuesByCode(await loadSet(ledger, row!));
      values.set("1r", value);
      const { record } = await keepFromFile(ledger, rill, who, {
        positionId,
        set: buildSet(rill, values),
        identity: { serial: "", ratingName: "", supply: "", firmware: "" },
        takenAt: when,
        source: {
          name: `${value}.csv`,
          hash: String(value),
          broughtAt: when.toISOString(),
          dateGiven: null,
          leftOut: 0,
        },
      });
      const plantOf = ledger === db ? there!.id : 1;
      await raiseStanding(
        ledger,
        who,
        { id: positionId, plantId: plantOf, tag: "KL-03" },
        record.id,
        "as it runs",
        when,
      );
      return record;
    };
    const away = await goOn(db, person, at.id, 200, new Date("2026-04-01T00:00:00Z"));
    const home = await goOn(
      plant.app.db,
      plant.person,
      plant.positionId,
      300,
      new Date("2026-04-02T00:00:00Z"),
    );
    expect([away.number, home.number]).toEqual([3, 3]);
    const old = (await wordsOf(plant.app.db, plant.positionId))!;
    const words = { ...old.words, title: "Roller three" };
    await changePosition(plant.app.db, plant.person, 1, plant.positionId, old.revision, words, AT);

    const taken = await takeIn(db, person, sourceOf(await filesOf(plant.app.db)), AT);
    if (!taken.ok) throw new Error(taken.trouble.text);
    expect(taken.value.added.records).toBe(1);
    expect(taken.value.contradictions.join(" ")).toMatch(
      /two records 3 of KL-03: the one that came in is record 4/,
    );
    expect(taken.value.contradictions.join(" ")).toMatch(/raised later stands/);
    expect(taken.value.contradictions.join(" ")).toMatch(/Roller three there: what is said here stays/);
    const rows = await listRecords(db, at.id);
    expect(rows.map((each) => each.number)).toEqual([4, 3, 2, 1]);
    expect(rows[0]!.hashAll).toBe(home.hashAll);
    expect((await standingOf(db, at.id))!.recordId).toBe(rows[0]!.id);
    const notes = await notesOf(db, [rows[0]!.id, rows[1]!.id]);
    expect(notes.map((each) => each.text).join(" ")).toMatch(
      /was record 3 in the ledger it came from.*is record 4 now/s,
    );
  });

  test("of two raised ones the one that is here stands, where it was raised later", async () => {
    const { db, person } = await anotherLedger();
    const early = new Map(here);
    await takeIn(db, person, sourceOf(early), AT);
    const [there] = await db
      .select()
      .from(tables.plant)
      .where(eq(tables.plant.uid, (await plant.app.db.select().from(tables.plant))[0]!.uid));
    const at = (await findPosition(db, there!.id, "KL-03"))!;
    const second = (await listRecords(db, at.id)).find((each) => each.number === 2)!;
    await raiseStanding(
      db,
      person,
      { id: at.id, plantId: there!.id, tag: "KL-03" },
      second.id,
      "later",
      new Date("2030-01-01T00:00:00Z"),
    );
    await takeIn(db, person, sourceOf(await filesOf(plant.app.db)), AT);
    expect((await standingOf(db, at.id))!.recordId).toBe(second.id);
  });

  test("another position of the same tag gets another tag", async () => {
    const { db, person } = await anotherLedger();
    await takeIn(db, person, sourceOf(here), AT);
    const path = [...here.keys()].find((each) => each.endsWith("KL-03/position.json"))!;
    const doc = JSON.parse(here.get(path)!.toString()) as { position: object };
    const others = new Map([...here].filter(([each]) => !each.includes("KL-03/")));
    const uid = "019a0000-0000-7000-8000-000000000001";
    others.set(
      path,
      Buffer.from(
        JSON.stringify({
          position: { ...doc.position, uid },
          formerTags: [],
          standing: [],
          notes: [],
          labels: [],
        }),
      ),
    );
    const taken = await takeIn(db, person, sourceOf(others), AT);
    expect(taken.ok && taken.value.contradictions).toEqual([
      "Another position has the tag KL-03 here: the one that came in is KL-03-2.",
    ]);
  });

  test("where each ledger saw another drive fitted, one stays fitted and it is said", async () => {
    const { db, person } = await anotherLedger();
    await takeIn(db, person, sourceOf(here), AT);
    const path = [...here.keys()].find((each) => each.includes("/drives/"))!;
    const doc = JSON.parse(here.get(path)!.toString()) as { drive: { serial: string } };
    const other = { ...doc.drive, uid: "019a0000-0000-7000-8000-000000000002", serial: "OTHER-1" };
    const files = new Map(here).set(path, Buffer.from(JSON.stringify({ drive: other, events: [] })));
    const taken = await takeIn(db, person, sourceOf(files), AT);
    expect(taken.ok && taken.value.contradictions.join(" ")).toMatch(/fitted here, drive OTHER-1 there/);
    const drives = await db.select().from(tables.drive).orderBy(tables.drive.id);
    expect(drives.map((each) => [each.serial, each.whereabouts])).toEqual([
      [doc.drive.serial, "fitted"],
      ["OTHER-1", "removed"],
    ]);
  });

  test("a drive and an account that are here under another name are the same ones", async () => {
    const { db, person } = await anotherLedger();
    const [drive] = await plant.app.db.select().from(tables.drive);
    await addDrive(
      db,
      person,
      1,
      {
        definitionId: drive!.definitionId,
        serial: drive!.serial,
        rating: undefined,
        firmware: "",
        place: "",
      },
      AT,
    );
    const [mine] = await db.select().from(tables.drive);
    const [asker] = await plant.app.db.select().from(tables.user).where(eq(tables.user.id, plant.person.id));
    const twin = await addPerson(db, {
      name: "Ines V.",
      email: asker!.email.toUpperCase(),
      password: "another-ledger-1",
      administrator: false,
    });
    expect(await takeIn(db, person, sourceOf(here), AT)).toMatchObject({ ok: true });
    expect(await db.$count(tables.drive)).toBe(1);
    const [record] = await db.select().from(tables.record).where(eq(tables.record.number, 1));
    expect(record).toMatchObject({ driveId: mine!.id, takenBy: twin, takenByName: "Ines Varga" });
  });
});

describe("what is damaged, cut off or of something else is refused, and nothing is changed", () => {
  const recordPath = () => [...here.keys()].find((each) => each.endsWith("KL-03/records/0001.json"))!;
  const positionPath = () => [...here.keys()].find((each) => each.endsWith("KL-03/position.json"))!;
  const changed = (path: string, content: string | undefined) => {
    const files = new Map(here);
    if (content === undefined) files.delete(path);
    else files.set(path, Buffer.from(content));
    return files;
  };
  test.each<[string, () => Map<string, Buffer>, RegExp]>([
    [
      "a value was changed",
      () =>
        changed(
          recordPath(),
          here
            .get(recordPath())!
            .toString()
            .replace(/"1r": \d+/, '"1r": 1'),
        ),
      /not those that its hash/,
    ],
    ["a record is no JSON", () => changed(recordPath(), "{"), /no JSON/],
    [
      "a record lacks something",
      () => changed(recordPath(), '{"calmLedgerRecord":1}'),
      /records\/0001\.json/,
    ],
    [
      "a position without its title",
      () =>
        changed(
          positionPath(),
          here
            .get(positionPath())!
            .toString()
            .replace(/^ +"title": .*\n/m, ""),
        ),
      /not as it should be/,
    ],
    [
      "a moment that is none",
      () =>
        changed(
          positionPath(),
          here
            .get(positionPath())!
            .toString()
            .replace(/"seen_at": ".*"/, '"seen_at": "yesterday, or so"'),
        ),
      /not as it should be/,
    ],
    [
      "a list that is missing",
      () => changed(positionPath(), here.get(positionPath())!.toString().replace('"labels"', '"lapels"')),
      /record_label is missing/,
    ],
    ["no head", () => changed("ledger.json", "{}"), /no export/],
    ["a later version", () => changed("ledger.json", '{"calmLedgerExport":99,"plants":[]}'), /version 99/],
    [
      "a file that is another",
      () =>
        changed(
          [...here.keys()].find((each) => each.startsWith("files/"))!,
          "other",
        ),
      /not what its hash/,
    ],
  ])("%s", async (_, files, reason) => {
    const { db, person } = await anotherLedger();
    const before = await db.$count(tables.record);
    const taken = await takeIn(db, person, sourceOf(files()), AT);
    expect(!taken.ok && taken.trouble.text).toMatch(reason);
    expect(await db.$count(tables.record)).toBe(before);
    expect(await db.$count(tables.plant)).toBe(1);
  });
});

describe("a definition of the same version that says something else here", () => {
  const path = () => [...here.keys()].find((each) => each.startsWith("definitions/"))!;
  /** Of the family as this ledger has it: another name for its first group. */
  async function withAnother() {
    const other = await anotherLedger();
    const kept = JSON.parse(here.get(path())!.toString()) as typeof tables.definitionVersion.$inferInsert;
    const content = structuredClone(kept.content);
    content.groups[0]!.title = "Another name";
    const own = { ...kept, uid: randomUUID(), content, hash: "another", source: null, at: null };
    await other.db.insert(tables.definitionVersion).values(own);
    return { ...other, version: kept.version };
  }
  const versionsOf = async (db: Database) =>
    (await db.select().from(tables.definitionVersion)).map((each) => each.version).sort();

  test("both stay; what came in is read by its own, and it is said", async () => {
    const { db, person, version } = await withAnother();
    const taken = await takeIn(db, person, sourceOf(here), AT);
    expect(taken.ok && taken.value.contradictions).toEqual([
      expect.stringContaining(`kept as version ${version}.0.2`),
    ]);
    expect(await versionsOf(db)).toEqual([version, `${version}.0.2`]);
    const records = await db.select().from(tables.record);
    expect(records.length).toBeGreaterThan(1);
    expect(new Set(records.map((each) => each.definitionVersion))).toEqual(new Set([`${version}.0.2`]));
    const shelf = new DefinitionShelf([]);
    const reads = await shelf.ofRecord(db, records[0]!);
    expect(reads!.file.groups[0]!.title).toBe(plant.app.shelf.get(rill.id).file.groups[0]!.title);
    // What is entered from a draft of it is of the same version again.
    expect(reads!.version).toBe(`${version}.0.2`);
  });

  test("the same export a second time adds nothing", async () => {
    const { db, person, version } = await withAnother();
    await takeIn(db, person, sourceOf(here), AT);
    const records = await db.$count(tables.record);
    expect(await takeIn(db, person, sourceOf(here), AT)).toMatchObject({
      ok: true,
      value: { added: { records: 0 } },
    });
    expect(await versionsOf(db)).toEqual([version, `${version}.0.2`]);
    expect(await db.$count(tables.record)).toBe(records);
  });

  test("taken back to where it came from, every version that records name is there", async () => {
    const { db: there, person, version } = await withAnother();
    await takeIn(there, person, sourceOf(here), AT);
    const home = await anotherLedger();
    await takeIn(home.db, home.person, sourceOf(here), AT);
    const back = await takeIn(home.db, home.person, sourceOf(await filesOf(there, [2])), AT);
    expect(back).toMatchObject({ ok: true, value: { added: { records: 0 } } });
    expect(await versionsOf(home.db)).toEqual([version, `${version}.0.2`, `${version}.0.3`]);
  });

  test("the same definition with its keys in another order is the same", async () => {
    const { db, person } = await anotherLedger();
    await takeIn(db, person, sourceOf(here), AT);
    const turned = JSON.parse(here.get(path())!.toString()) as { content: object; hash: string };
    turned.content = Object.fromEntries(Object.entries(turned.content).reverse());
    const files = new Map(here).set(path(), Buffer.from(JSON.stringify({ ...turned, hash: "another" })));
    expect(await takeIn(db, person, sourceOf(files), AT)).toMatchObject({
      ok: true,
      value: { contradictions: [] },
    });
  });
});

test("every place in which a version is named is found, however deep, and of that definition alone", () => {
  const versions = new Map([["rill@1.8", "1.8.0.2"]]);
  const at = (definitionVersion: string, definitionId = "rill") => ({ definitionId, definitionVersion });
  expect(withVersions(versions, { a: [at("1.8"), at("1.7"), at("1.8", "hollin")], b: null, c: 1 })).toEqual({
    a: [at("1.8.0.2"), at("1.7"), at("1.8", "hollin")],
    b: null,
    c: 1,
  });
});

test("a bundle is the same in one zip file; half of one is refused", async () => {
  const path = join(folder, "bundle.zip");
  await pipeline(
    Readable.fromWeb(bundleOf(plant.app.db, [1], AT) as Parameters<typeof Readable.fromWeb>[0]),
    createWriteStream(path),
  );
  const source = await openSource(path);
  const now = await filesOf(plant.app.db);
  expect([...source.paths].sort()).toEqual([...now.keys()].sort());
  for (const each of source.paths.filter((one) => one.endsWith(".json")))
    expect(await source.text(each)).toBe(now.get(each)!.toString());
  await expect(source.text("no/such.json")).rejects.toThrow("is missing");
  source.close();
  writeFileSync(join(folder, "half.zip"), readFileSync(path).subarray(0, 4000));
  await expect(openSource(join(folder, "half.zip"))).rejects.toThrow("no bundle");
});

test("a drive in store and its life go along", async () => {
  const { db: home } = plant.app;
  const spare = {
    definitionId: rill.id,
    serial: "STORE-1",
    rating: "R-030",
    firmware: "4.4",
    place: "shelf",
  };
  expect(await addDrive(home, plant.person, 1, spare, AT)).toMatchObject({ ok: true });
  const { db, person } = await anotherLedger();
  await takeIn(db, person, sourceOf(await filesOf(home)), AT);
  const serials = async (ledger: Database) =>
    (
      await ledger.select({ serial: tables.drive.serial }).from(tables.drive).orderBy(tables.drive.serial)
    ).map((each) => each.serial);
  expect(await serials(db)).toEqual(await serials(home));
});

test("a database server takes the same in", async () => {
  const postgres = await startPostgres();
  const server = await openServer(postgres.url);
  try {
    const id = await addPerson(server.db, {
      name: "Per Dahl",
      email: "per@example.test",
      password: "another-ledger-1",
      administrator: true,
    });
    const files = await filesOf(plant.app.db);
    expect(
      await takeIn(server.db, { id, name: "Per Dahl", sessionId: "s" }, sourceOf(files), AT),
    ).toMatchObject({
      ok: true,
      value: { contradictions: ["Another plant has the address plant here: Plant has plant-2."] },
    });
    expect(await recordsOf(server.db)).toEqual(await recordsOf(plant.app.db));
    const [there] = await server.db.select().from(tables.plant).where(eq(tables.plant.slug, "plant-2"));
    const back = await filesOf(server.db, [there!.id]);
    const texts = (all: Map<string, Buffer>) =>
      [...all]
        .filter(([path]) => path.includes("/records/") || path.includes("/drives/"))
        .map(([, content]) => content.toString())
        .sort();
    expect(texts(back)).toEqual(texts(files));
  } finally {
    await server.close();
    await postgres.stop();
  }
});
