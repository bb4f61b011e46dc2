/** A ledger with something of everything in it, as plain files, and others to take it in. */
import { randomUUID } from "node:crypto";
import { afterAll, afterEach, beforeAll } from "@jest/globals";
import { buildSet, valuesByCode } from "@/core/set";
import { rill } from "@/families/testing";
import { keepChecklists, signChecklist } from "@/server/checklist";
import { tables, type Database, type OpenDatabase } from "@/server/database";
import { beginDraft, changeDraft, takeBack } from "@/server/drafts";
import { attach, storeFile } from "@/server/files";
import { addNote, keepFromFile, listRecords, loadSet, setLabel } from "@/server/ledger";
import { setHeading, setLogo } from "@/server/paper";
import { addPerson, type Person } from "@/server/people";
import { plainFiles, type Source } from "@/server/plain";
import { createPosition } from "@/server/plant";
import { keepQuestion } from "@/server/question";
import { noteParameter } from "@/server/sheets";
import { emptyDatabase } from "./database";
import { connectAndRead, recordStanding, testPlant, type TestPlant } from "./plant";
import { WORDS } from "./samples";

export const AT = new Date("2026-03-14T16:20:00Z");

/** What an export of some plants consists of. */
export async function filesOf(db: Database, plants = [1]): Promise<Map<string, Buffer>> {
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
/** The same as something to be taken in. */
export const sourceOf = (files: Map<string, Buffer>): Source => ({
  paths: [...files.keys()],
  text: (path) => Promise.resolve(files.get(path)?.toString() ?? ""),
  stream: (path) => Promise.resolve(new Blob([new Uint8Array(files.get(path)!)]).stream()),
  close: () => undefined,
});

/** In a file of tests: the ledger, made once for all of them. Other ledgers last for one test. */
export function wholeLedger() {
  const opened: OpenDatabase[] = [];
  const ledger = {
    plant: undefined as unknown as TestPlant,
    /** As it was written out when it was made. */
    here: new Map<string, Buffer>(),
    /** Another ledger, that has an administrator and a plant of its own. */
    async another(): Promise<{ db: Database; person: Person }> {
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
    },
  };
  beforeAll(async () => {
    ledger.plant = await testPlant();
    await fill(ledger.plant);
    ledger.here = await filesOf(ledger.plant.app.db);
  });
  afterEach(async () => {
    for (const each of opened.splice(0)) await each.close();
  });
  afterAll(() => ledger.plant.close());
  return ledger;
}

/** One point, the smallest PNG there is. */
export const LOGO =
  "data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==";

async function fill(plant: TestPlant): Promise<void> {
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
}

/** Records of a ledger, whichever it is. */
export const recordsOf = async (db: Database) =>
  await db
    .select({
      uid: tables.record.uid,
      number: tables.record.number,
      all: tables.record.hashAll,
      settings: tables.record.hashSettings,
    })
    .from(tables.record)
    .orderBy(tables.record.uid);
