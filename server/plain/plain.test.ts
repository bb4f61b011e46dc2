import { createWriteStream, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { afterAll, describe, expect, test } from "@jest/globals";
import { eq } from "drizzle-orm";
import { rill } from "@/families/testing";
import { checklistsOf, signedOf } from "@/server/checklist";
import { openServer, tables, type Database } from "@/server/database";
import { addDrive } from "@/server/drives";
import { headingOf, setHeading } from "@/server/paper";
import { addPerson } from "@/server/people";
import { plantLines } from "@/server/plant";
import { keepQuestion, savedQuestions } from "@/server/question";
import { notesOfParameters } from "@/server/sheets";
import { startPostgres } from "@/server/testing/postgres";
import { AT, LOGO, filesOf, recordsOf, sourceOf, wholeLedger } from "@/server/testing/whole-ledger";
import type { TakenIn } from "./taking";
import { bundleOf, openSource, takeIn } from ".";

const folder = mkdtempSync(join(tmpdir(), "calm-ledger-plain-"));
const ledger = wholeLedger();
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe("a ledger as plain files", () => {
  test("has a folder for each position and a text for each record, one value to a line", () => {
    const path = "plant/positions/KL-03/records/0001.json";
    const record = [...ledger.here.keys()].find((each) =>
      each.endsWith("/positions/KL-03/records/0001.json"),
    )!;
    expect(record).toBeDefined();
    expect(ledger.here.get(record)!.toString()).toMatch(/\n {4}"1r": \d+,\n/);
    expect([...ledger.here.keys()].some((each) => each.includes("/positions/A%3A1/position.json"))).toBe(
      true,
    );
    expect(path.split("/")).toHaveLength(5);
    const folders = [...ledger.here.keys()].filter((each) => each.endsWith("/position.json"));
    expect(new Set(folders.map((each) => each.toLowerCase())).size).toBe(folders.length);
  });
  test("is the same when it is written again", async () => {
    expect(Object.fromEntries(await filesOf(ledger.plant.app.db))).toEqual(Object.fromEntries(ledger.here));
  });
  test("holds no password, no sign-in, no token", () => {
    const all = [...ledger.here].map(([, content]) => content.toString()).join("\n");
    expect(all).not.toMatch(/password|argon|token_hash/i);
  });
});

describe("taken in by another ledger", () => {
  test("the head of papers and kept questions go along; what is set there already stays, and it is said", async () => {
    const { db, person } = await ledger.another();
    const [slug] = [...ledger.here.keys()].find((each) => each.endsWith("/plant.json"))!.split("/");
    expect(await takeIn(db, person, sourceOf(ledger.here), AT)).toMatchObject({
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
    expect(await takeIn(db, person, sourceOf(ledger.here), AT)).toMatchObject({
      value: {
        contradictions: [expect.stringContaining("head of papers"), expect.stringContaining("“Too quick”")],
      },
    });
    expect(await headingOf(db, there!.id)).toMatchObject({ lines: ["Another"] });
    expect(await savedQuestions(db, there!.id)).toMatchObject([
      { ask: "deceleration time < 1 s", byName: "Per" },
    ]);
  });
  test("only looked at, it tells what it would come to and leaves the ledger as it was", async () => {
    const { db, person } = await ledger.another();
    const before = await filesOf(db);
    const looked = await takeIn(db, person, sourceOf(ledger.here), AT, "look");
    expect(await filesOf(db)).toEqual(before);
    const lines = await db.$count(tables.journal);
    const taken = await takeIn(db, person, sourceOf(ledger.here), AT);
    const words = ({ plants, added, contradictions }: TakenIn) => ({ plants, added, contradictions });
    expect(looked.ok && words(looked.value)).toEqual(taken.ok && words(taken.value));
    expect(await db.$count(tables.journal)).toBeGreaterThan(lines);
  });
  test("a head or a question that nobody could set is refused with the whole", async () => {
    const { db, person } = await ledger.another();
    const path = [...ledger.here.keys()].find((each) => each.endsWith("/settings.json"))!;
    const good = JSON.parse(ledger.here.get(path)!.toString()) as { heading: object; questions: object[] };
    const question = good.questions[0]!;
    for (const [bad, why] of [
      [{ ...good, heading: { lines: [], logo: "/etc/passwd" } }, "picture"],
      [{ ...good, heading: { lines: ["x".repeat(81)] } }, "lines"],
      [{ ...good, questions: [{ ...question, of: "everything" }] }, "of"],
      [{ heading: good.heading }, "questions"],
    ] as const) {
      const files = new Map(ledger.here).set(path, Buffer.from(JSON.stringify(bad)));
      expect(await takeIn(db, person, sourceOf(files), AT)).toMatchObject({
        ok: false,
        trouble: { text: expect.stringContaining(why) as unknown },
      });
    }
    expect(await db.$count(tables.record)).toBe(0);
  });
  test("gives the same hashes for every record, and the same files when it is written out again; a second time adds nothing", async () => {
    const { db, person } = await ledger.another();
    const taken = await takeIn(db, person, sourceOf(ledger.here), AT);
    expect(taken).toMatchObject({
      ok: true,
      value: { added: { positions: 3, records: 2, receipts: 1, files: 1 } },
    });
    expect(await recordsOf(db)).toEqual(await recordsOf(ledger.plant.app.db));
    const again = await takeIn(db, person, sourceOf(ledger.here), AT);
    expect(again).toMatchObject({
      ok: true,
      value: { added: { positions: 0, records: 0, receipts: 0, files: 0, lines: 0 }, contradictions: [] },
    });
    const [there] = await db
      .select({ id: tables.plant.id, slug: tables.plant.slug })
      .from(tables.plant)
      .where(eq(tables.plant.uid, (await ledger.plant.app.db.select().from(tables.plant))[0]!.uid));
    const back = await filesOf(db, [there!.id]);
    const own = (files: Map<string, Buffer>, slug: string) =>
      Object.fromEntries(
        [...files]
          .filter(([path]) => !/journal|ledger\.json|people\.json|plant\.json$/.test(path))
          .map(([path, content]) => [path.replace(`${slug}/`, ""), content.toString()]),
      );
    const [slug] = [...ledger.here.keys()].find((each) => each.endsWith("/plant.json"))!.split("/");
    expect(own(back, there!.slug)).toEqual(own(ledger.here, slug!));
    const lines = (files: Map<string, Buffer>) =>
      [...files]
        .filter(([path]) => path.includes("journal/"))
        .flatMap(([, content]) => content.toString().trim().split("\n"));
    // What was done by taking it in, twice, stands below.
    expect(
      lines(back)
        .filter((each) => !each.includes("Took an export"))
        .sort(),
    ).toEqual(lines(ledger.here).sort());
    const before = await plantLines(ledger.plant.app.db, ledger.plant.app.shelf, 1, AT.getTime());
    const after = await plantLines(db, ledger.plant.app.shelf, there!.id, AT.getTime());
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
      {
        code: "1r",
        now: { text: "Below 2 s the tiles slip.", byName: ledger.plant.person.name },
        before: [],
      },
    ]);
    expect(await signedOf(db, 7)).toMatchObject([{ which: "acceptance", ticks: [{}, { value: "1.8" }] }]);
    const [closed] = await db.select().from(tables.user).where(eq(tables.user.id, ledger.plant.person.id));
    expect(closed).toMatchObject({
      name: ledger.plant.person.name,
      administrator: false,
      closedAt: expect.any(Date) as unknown,
    });
  });
});

test("a bundle is the same in one zip file; half of one is refused", async () => {
  const path = join(folder, "bundle.zip");
  await pipeline(
    Readable.fromWeb(bundleOf(ledger.plant.app.db, [1], AT) as Parameters<typeof Readable.fromWeb>[0]),
    createWriteStream(path),
  );
  const source = await openSource(path);
  const now = await filesOf(ledger.plant.app.db);
  expect([...source.paths].sort()).toEqual([...now.keys()].sort());
  for (const each of source.paths.filter((one) => one.endsWith(".json")))
    expect(await source.text(each)).toBe(now.get(each)!.toString());
  await expect(source.text("no/such.json")).rejects.toThrow("is missing");
  source.close();
  writeFileSync(join(folder, "half.zip"), readFileSync(path).subarray(0, 4000));
  await expect(openSource(join(folder, "half.zip"))).rejects.toThrow("no bundle");
});

test("a drive in store and its life go along", async () => {
  const { db: home } = ledger.plant.app;
  const spare = {
    definitionId: rill.id,
    serial: "STORE-1",
    rating: "R-030",
    firmware: "4.4",
    place: "shelf",
  };
  expect(await addDrive(home, ledger.plant.person, 1, spare, AT)).toMatchObject({ ok: true });
  const { db, person } = await ledger.another();
  await takeIn(db, person, sourceOf(await filesOf(home)), AT);
  const serials = async (of: Database) =>
    (await of.select({ serial: tables.drive.serial }).from(tables.drive).orderBy(tables.drive.serial)).map(
      (each) => each.serial,
    );
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
    const files = await filesOf(ledger.plant.app.db);
    expect(
      await takeIn(server.db, { id, name: "Per Dahl", sessionId: "s" }, sourceOf(files), AT),
    ).toMatchObject({
      ok: true,
      value: { contradictions: ["Another plant has the address plant here: Plant has plant-2."] },
    });
    expect(await recordsOf(server.db)).toEqual(await recordsOf(ledger.plant.app.db));
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
