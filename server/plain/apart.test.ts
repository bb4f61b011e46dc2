import { describe, expect, test } from "@jest/globals";
import { eq } from "drizzle-orm";
import { buildSet, valuesByCode } from "@/core/set";
import { rill } from "@/families/testing";
import { tables, type Database } from "@/server/database";
import { addDrive } from "@/server/drives";
import { keepFromFile, listRecords, loadSet, notesOf, raiseStanding, standingOf } from "@/server/ledger";
import { addPerson, type Person } from "@/server/people";
import { changePosition, findPosition, wordsOf } from "@/server/plant";
import { AT, filesOf, sourceOf, wholeLedger } from "@/server/testing/whole-ledger";
import { takeIn } from ".";

const ledger = wholeLedger();

describe("two ledgers that went on apart", () => {
  test("two that went on apart are put together: both records 3 stay, the later raised one stands, and it is said", async () => {
    const { db, person } = await ledger.another();
    await takeIn(db, person, sourceOf(ledger.here), AT);
    const [there] = await db
      .select()
      .from(tables.plant)
      .where(eq(tables.plant.uid, (await ledger.plant.app.db.select().from(tables.plant))[0]!.uid));
    const at = (await findPosition(db, there!.id, "KL-03"))!;
    const goOn = async (of: Database, who: Person, positionId: number, value: number, when: Date) => {
      const [row] = await listRecords(of, positionId);
      const values = valuesByCode(await loadSet(of, row!));
      values.set("1r", value);
      const { record } = await keepFromFile(of, rill, who, {
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
      const plantOf = of === db ? there!.id : 1;
      await raiseStanding(
        of,
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
      ledger.plant.app.db,
      ledger.plant.person,
      ledger.plant.positionId,
      300,
      new Date("2026-04-02T00:00:00Z"),
    );
    expect([away.number, home.number]).toEqual([3, 3]);
    const old = (await wordsOf(ledger.plant.app.db, ledger.plant.positionId))!;
    const words = { ...old.words, title: "Roller three" };
    await changePosition(
      ledger.plant.app.db,
      ledger.plant.person,
      1,
      ledger.plant.positionId,
      old.revision,
      words,
      AT,
    );

    const taken = await takeIn(db, person, sourceOf(await filesOf(ledger.plant.app.db)), AT);
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
    const { db, person } = await ledger.another();
    const early = new Map(ledger.here);
    await takeIn(db, person, sourceOf(early), AT);
    const [there] = await db
      .select()
      .from(tables.plant)
      .where(eq(tables.plant.uid, (await ledger.plant.app.db.select().from(tables.plant))[0]!.uid));
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
    await takeIn(db, person, sourceOf(await filesOf(ledger.plant.app.db)), AT);
    expect((await standingOf(db, at.id))!.recordId).toBe(second.id);
  });

  test("another position of the same tag gets another tag", async () => {
    const { db, person } = await ledger.another();
    await takeIn(db, person, sourceOf(ledger.here), AT);
    const path = [...ledger.here.keys()].find((each) => each.endsWith("KL-03/position.json"))!;
    const doc = JSON.parse(ledger.here.get(path)!.toString()) as { position: object };
    const others = new Map([...ledger.here].filter(([each]) => !each.includes("KL-03/")));
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
    const { db, person } = await ledger.another();
    await takeIn(db, person, sourceOf(ledger.here), AT);
    const path = [...ledger.here.keys()].find((each) => each.includes("/drives/"))!;
    const doc = JSON.parse(ledger.here.get(path)!.toString()) as { drive: { serial: string } };
    const other = { ...doc.drive, uid: "019a0000-0000-7000-8000-000000000002", serial: "OTHER-1" };
    const files = new Map(ledger.here).set(path, Buffer.from(JSON.stringify({ drive: other, events: [] })));
    const taken = await takeIn(db, person, sourceOf(files), AT);
    expect(taken.ok && taken.value.contradictions.join(" ")).toMatch(/fitted here, drive OTHER-1 there/);
    const drives = await db.select().from(tables.drive).orderBy(tables.drive.id);
    expect(drives.map((each) => [each.serial, each.whereabouts])).toEqual([
      [doc.drive.serial, "fitted"],
      ["OTHER-1", "removed"],
    ]);
  });

  test("a drive and an account that are here under another name are the same ones", async () => {
    const { db, person } = await ledger.another();
    const [drive] = await ledger.plant.app.db.select().from(tables.drive);
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
    const [asker] = await ledger.plant.app.db
      .select()
      .from(tables.user)
      .where(eq(tables.user.id, ledger.plant.person.id));
    const twin = await addPerson(db, {
      name: "Ines V.",
      email: asker!.email.toUpperCase(),
      password: "another-ledger-1",
      administrator: false,
    });
    expect(await takeIn(db, person, sourceOf(ledger.here), AT)).toMatchObject({ ok: true });
    expect(await db.$count(tables.drive)).toBe(1);
    const [record] = await db.select().from(tables.record).where(eq(tables.record.number, 1));
    expect(record).toMatchObject({ driveId: mine!.id, takenBy: twin, takenByName: "Ines Varga" });
  });
});
