/**
 * A program that records, brings files in and takes exports in as fast as it can, to be killed while it does: `node .threads/busy-ledger.mjs FOLDER-OR-URL`. First it
 * says what it finds (one line of JSON), then each thing once it was told that it is kept.
 */
import { randomUUID } from "node:crypto";
import { buildSet, factorySet, setHash, valuesByCode } from "@/core/set";
import { rill } from "@/families/testing";
import { lookForDamage } from "@/server/backup";
import { openEmbedded, openServer, tables, type Database } from "@/server/database";
import { storeFile, attach } from "@/server/files";
import { keepFromFile, keepReading, listRecords, loadSet } from "@/server/ledger";
import { addPerson, type Person } from "@/server/people";
import { plainFiles, takeIn, type Source } from "@/server/plain";
import { createPosition } from "@/server/plant";
import { AT_REST, RILL_PLATE, WORDS } from "./samples";

/** What such a program found when it was started. */
export interface Found {
  damage: string[];
  /** Hashes of records by position and number, worked out anew from what they hold; a position of an export by its tag. */
  records: Record<string, Record<number, string>>;
  /** Positions whose newest record is not the one with the highest number. */
  astray: string[];
  files: string[];
}

const say = (line: string): void => void process.stdout.write(`${line}\n`);
const [place] = process.argv.slice(2);
const { db } = place!.startsWith("postgres") ? await openServer(place!) : await openEmbedded(place!);
say(JSON.stringify(await look(db)));
const person = await somebody(db);
const positionId = await aPosition(db);
const base = await exportOf(db);
for (let n = 0; ; n++) {
  await recordOnce(n);
  await bringIn(n);
  await addFile(n);
  if (n % 3 === 0) await takeExportIn();
}

async function look(ledger: Database): Promise<Found> {
  const records: Found["records"] = {};
  const astray: string[] = [];
  const newest = await ledger.select().from(tables.current);
  for (const { id, tag } of await ledger.select().from(tables.position)) {
    const rows = await listRecords(ledger, id);
    records[tag] = {};
    for (const row of rows)
      records[tag][row.number] =
        setHash(await loadSet(ledger, row)) === row.hashAll ? row.hashAll : "not what it was";
    const read = rows.find((each) => each.origin !== "file") ?? rows[0];
    const current = newest.find((each) => each.positionId === id && each.which === "newest");
    if (read?.id !== current?.recordId) astray.push(tag);
  }
  const files = (await ledger.select({ name: tables.attachment.name }).from(tables.attachment)).map(
    (each) => each.name,
  );
  return { damage: await lookForDamage(ledger), records, astray, files };
}

async function somebody(ledger: Database): Promise<Person> {
  const [known] = await ledger.select().from(tables.user).limit(1);
  const id =
    known?.id ??
    (await addPerson(ledger, {
      name: "Ines Varga",
      email: "ines@example.test",
      password: "a-long-password",
      administrator: true,
    }));
  return { id, name: "Ines Varga", sessionId: "s" };
}

async function aPosition(ledger: Database): Promise<number> {
  const words = { ...WORDS, tag: "KL-03", definitionId: rill.id };
  await createPosition(ledger, person, 1, words, new Date());
  return (await ledger.select().from(tables.position)).find((each) => each.tag === "KL-03")!.id;
}

function changedSet() {
  const values = valuesByCode(factorySet(rill, "R-030"));
  values.set("1a", randomUUID().slice(0, 16));
  return buildSet(rill, values);
}

async function recordOnce(n: number): Promise<void> {
  const { record } = await keepReading(db, rill, person, {
    positionId,
    set: changedSet(),
    identity: RILL_PLATE,
    state: AT_REST,
    linkName: "Kiln",
    unit: 1,
    origin: "read",
    takenAt: new Date(Date.now() + n),
  });
  say(`record ${record.number} ${record.hashAll}`);
}

async function bringIn(n: number): Promise<void> {
  const source = {
    name: `${n}.csv`,
    hash: String(n),
    broughtAt: new Date().toISOString(),
    dateGiven: null,
    leftOut: 0,
  };
  const identity = { serial: "", ratingName: "", supply: "", firmware: "" };
  const { record } = await keepFromFile(db, rill, person, {
    positionId,
    set: changedSet(),
    identity,
    takenAt: new Date(),
    source,
  });
  say(`record ${record.number} ${record.hashAll}`);
}

async function addFile(n: number): Promise<void> {
  const name = `${randomUUID()}-${n}.bin`;
  const stored = await storeFile(db, new Blob([name, new Uint8Array(300_000)]).stream(), 1_000_000);
  if (typeof stored === "string") throw new Error(stored);
  await attach(
    db,
    person,
    1,
    { positionId, words: "KL-03", href: "/" },
    { hash: stored.hash, name, kind: "other", note: "" },
    new Date(),
  );
  say(`file ${name}`);
}

/** A position with some records, as an export has them. */
async function exportOf(ledger: Database): Promise<Map<string, string>> {
  if ((await listRecords(ledger, positionId)).length < 8) for (let i = 0; i < 8; i++) await recordOnce(i);
  const files = new Map<string, string>();
  let records = 0;
  for await (const { path, content } of plainFiles(ledger, [1], new Date())) {
    if (typeof content !== "string" || /journal|drives|receipts/.test(path)) continue;
    if (path.includes("/positions/") && !path.includes("/KL-03/")) continue;
    if (path.includes("/records/") && ++records > 8) continue;
    files.set(path, content);
  }
  return files;
}

/** Takes the position in as another one, with eight records of other names. */
async function takeExportIn(): Promise<void> {
  const tag = `IMP-${randomUUID().slice(0, 8)}`;
  const uids = new Map<string, string>();
  const another = (uid: string): string => uids.get(uid) ?? uids.set(uid, randomUUID()).get(uid)!;
  const files = new Map(
    [...base].map(([path, content]) => {
      if (path.endsWith("files.json")) return [path, '{"attachments":[],"withdrawn":[]}'];
      if (path.endsWith("plant.json") || !path.includes("/positions/")) return [path, content];
      const own = JSON.parse(content) as {
        position: { tag?: string; uid?: string } | string;
        uid?: string;
        number?: number;
        ledger?: { position: string; drive?: string };
        formerTags?: [];
        standing?: [];
        notes?: [];
        labels?: [];
      };
      if (typeof own.position === "object")
        return [
          path,
          JSON.stringify({
            position: { ...own.position, tag, uid: another(own.position.uid!) },
            formerTags: [],
            standing: [],
            notes: [],
            labels: [],
          }),
        ];
      return [
        path,
        JSON.stringify({
          ...own,
          uid: another(own.uid!),
          ledger: { ...own.ledger!, position: another(own.ledger!.position), drive: undefined },
        }),
      ];
    }),
  );
  const source: Source = {
    paths: [...files.keys()],
    text: (path) => Promise.resolve(files.get(path) ?? ""),
    stream: () => Promise.reject(new Error("no files")),
    close: () => undefined,
  };
  const taken = await takeIn(db, person, source, new Date());
  if (!taken.ok) throw new Error(taken.trouble.text);
  say(`import ${tag} ${taken.value.added.records}`);
}
