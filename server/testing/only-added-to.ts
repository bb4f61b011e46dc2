import { expect } from "@jest/globals";
import { sql } from "drizzle-orm";
import type { Database } from "@/server/database";

/** Tables that the database lets nobody change or empty, each with a column that somebody might want to correct. */
const ONLY_ADDED_TO = {
  record: "serial",
  content: "pieces",
  piece: "hash",
  receipt: "by_name",
  safety_sign_off: "how",
  journal: "text",
  standing: "reason",
  record_note: "text",
  record_label: "label",
  former_tag: "tag",
  definition_version: "hash",
  acknowledgement: "by_name",
  chunk: "hash",
  file: "type",
  file_chunk: "chunk_hash",
  attachment: "name",
  attachment_withdrawn: "why",
  drive_event: "text",
  draft_step: "reason",
  shift_handover: "text",
  shift_acceptance: "by_name",
};

/** Tries to change, delete and empty each of them; fails where it can be done. Where there is no row to try it on, its triggers must be there and on. */
export async function expectOnlyAddedTo(db: Database): Promise<void> {
  const rows = async <R>(query: ReturnType<typeof sql>): Promise<R[]> =>
    ((await db.execute(query)) as unknown as { rows: R[] }).rows;
  for (const [table, column] of Object.entries(ONLY_ADDED_TO)) {
    const [name, what] = [sql.identifier(table), sql.identifier(column)];
    const triggers = await rows<{ tgname: string }>(
      sql`select tgname from pg_trigger where tgrelid = ${`"${table}"`}::regclass and not tgisinternal and tgenabled = 'O' order by 1`,
    );
    expect([table, ...triggers.map((each) => each.tgname)]).toEqual([
      table,
      "never_emptied",
      "only_added_to",
    ]);
    const [{ n } = { n: 0 }] = await rows<{ n: number }>(sql`select count(*)::int as n from ${name}`);
    const changes = [sql`update ${name} set ${what} = ${what}`, sql`delete from ${name}`];
    for (const change of [...(n > 0 ? changes : []), sql`truncate ${name} cascade`])
      await expect(db.execute(change)).rejects.toMatchObject({
        cause: { message: expect.stringContaining("only added to") as unknown },
      });
  }
}
