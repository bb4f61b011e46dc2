import { randomUUID } from "node:crypto";
import { describe, expect, test } from "@jest/globals";
import { rill } from "@/families/testing";
import { tables, type Database } from "@/server/database";
import { DefinitionShelf } from "@/server/definitions";
import { AT, filesOf, sourceOf, wholeLedger } from "@/server/testing/whole-ledger";
import { withVersions } from "./versions";
import { takeIn } from ".";

const ledger = wholeLedger();

describe("a definition of the same version that says something else here", () => {
  const path = () => [...ledger.here.keys()].find((each) => each.startsWith("definitions/"))!;
  /** Of the family as this ledger has it: another name for its first group. */
  async function withAnother() {
    const other = await ledger.another();
    const kept = JSON.parse(
      ledger.here.get(path())!.toString(),
    ) as typeof tables.definitionVersion.$inferInsert;
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
    const taken = await takeIn(db, person, sourceOf(ledger.here), AT);
    expect(taken.ok && taken.value.contradictions).toEqual([
      expect.stringContaining(`kept as version ${version}.0.2`),
    ]);
    expect(await versionsOf(db)).toEqual([version, `${version}.0.2`]);
    const records = await db.select().from(tables.record);
    expect(records.length).toBeGreaterThan(1);
    expect(new Set(records.map((each) => each.definitionVersion))).toEqual(new Set([`${version}.0.2`]));
    const shelf = new DefinitionShelf([]);
    const reads = await shelf.ofRecord(db, records[0]!);
    expect(reads!.file.groups[0]!.title).toBe(ledger.plant.app.shelf.get(rill.id).file.groups[0]!.title);
    // What is entered from a draft of it is of the same version again.
    expect(reads!.version).toBe(`${version}.0.2`);
  });

  test("the same export a second time adds nothing", async () => {
    const { db, person, version } = await withAnother();
    await takeIn(db, person, sourceOf(ledger.here), AT);
    const records = await db.$count(tables.record);
    expect(await takeIn(db, person, sourceOf(ledger.here), AT)).toMatchObject({
      ok: true,
      value: { added: { records: 0 } },
    });
    expect(await versionsOf(db)).toEqual([version, `${version}.0.2`]);
    expect(await db.$count(tables.record)).toBe(records);
  });

  test("taken back to where it came from, every version that records name is there", async () => {
    const { db: there, person, version } = await withAnother();
    await takeIn(there, person, sourceOf(ledger.here), AT);
    const home = await ledger.another();
    await takeIn(home.db, home.person, sourceOf(ledger.here), AT);
    const back = await takeIn(home.db, home.person, sourceOf(await filesOf(there, [2])), AT);
    expect(back).toMatchObject({ ok: true, value: { added: { records: 0 } } });
    expect(await versionsOf(home.db)).toEqual([version, `${version}.0.2`, `${version}.0.3`]);
  });

  test("the same definition with its keys in another order is the same", async () => {
    const { db, person } = await ledger.another();
    await takeIn(db, person, sourceOf(ledger.here), AT);
    const turned = JSON.parse(ledger.here.get(path())!.toString()) as { content: object; hash: string };
    turned.content = Object.fromEntries(Object.entries(turned.content).reverse());
    const files = new Map(ledger.here).set(
      path(),
      Buffer.from(JSON.stringify({ ...turned, hash: "another" })),
    );
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
