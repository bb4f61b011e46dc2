import { expect, test } from "@jest/globals";
import { migrate } from "drizzle-orm/pglite/migrator";
import { definitions } from "@/families/testing";
import { createApplication } from "@/server/application";
import { recordAt, recordColumn } from "@/server/ledger";
import { findReceipt } from "@/server/restore";
import { formerDatabase, MIGRATIONS } from "@/server/testing/former";

test("a plant kept by an earlier version opens: its records, its receipt, its restore that halted half-way", async () => {
  const database = await formerDatabase(3);
  await migrate(database.db as never, { migrationsFolder: MIGRATIONS });
  const app = await createApplication({
    database,
    definitions,
    secret: "a secret only tests know, 32 chars!",
    baseUrl: "http://127.0.0.1:4310",
  });

  const raised = (await recordAt(app.db, 1, "KL-03", "standing"))!;
  expect(raised).toMatchObject({ standing: true, row: { number: 1, serial: "FR-OLD-77", firmware: "3.4" } });
  expect(raised.row.uid).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-7/);
  // Its list is not shipped any more; the record is shown under the one that was kept with it.
  expect(raised.row.definitionId).toBe("fennimore-rill-3");
  const column = (await recordColumn(app.db, raised.row))!;
  expect(column.values.get("M103")).toBe(340);

  const receipt = (await findReceipt(app.db, 1, 1))!;
  expect(receipt.content).toMatchObject({ tag: "KL-03", outcome: "verified" });

  expect(await app.restores.shown.detail(5)).toMatchObject({
    place: { stage: "write", waitsFor: "person", why: expect.stringContaining("Stopped between two writes") },
  });
  expect(await app.restores.shown.detail(3)).toMatchObject({ place: { stage: "receipt", over: "done" } });

  const { rows } = await database.pg.query<{ which: string; number: number }>(
    `select which, number from current join record on record.id = current.record_id order by which`,
  );
  expect(rows).toEqual([
    { which: "newest", number: 4 },
    { which: "standing", number: 1 },
  ]);
  await app.links.close();
  await database.close();
});
