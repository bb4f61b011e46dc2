import { expect } from "@jest/globals";
import { sql } from "drizzle-orm";
import type { Database } from "@/server/database";

/** Tables that the database lets nobody change or empty, each with a column that somebody might want to correct. */
const ONLY_ADDED_TO = {
  record: "serial",
  record_piece: "hash",
  piece: "hash",
  receipt: "by_name",
  safety_sign_off: "how",
  journal: "text",
  standing: "reason",
  record_note: "text",
  definition_version: "hash",
  acknowledgement: "by_name",
};

/** Tries to change, delete and empty each of them; fails where it can be done, and where there is no row to try it on. */
export async function expectOnlyAddedTo(db: Database): Promise<void> {
  for (const [table, column] of Object.entries(ONLY_ADDED_TO)) {
    const [name, what] = [sql.identifier(table), sql.identifier(column)];
    const { rows } = (await db.execute(sql`select count(*)::int as n from ${name}`)) as unknown as {
      rows: Array<{ n: number }>;
    };
    expect([table, rows[0]!.n > 0]).toEqual([table, true]);
    for (const change of [
      sql`update ${name} set ${what} = ${what}`,
      sql`delete from ${name}`,
      sql`truncate ${name} cascade`,
    ])
      await expect(db.execute(change)).rejects.toMatchObject({
        cause: { message: expect.stringContaining("only added to") as unknown },
      });
  }
}
