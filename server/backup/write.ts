import { createWriteStream } from "node:fs";
import { open, rename, rm } from "node:fs/promises";
import { dirname } from "node:path";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { sql } from "drizzle-orm";
import yazl from "yazl";
import type { Database } from "@/server/database";
import { HashOfLines } from "./hash-of-lines";
import { copiedTables, rowsOf, type CopiedTable } from "./tables";

export const FORMAT = "calm-ledger/copy/1";
/** Rows asked for at a time: other questions come in between. Pieces of files are large. */
const atOnce = (table: string): number => (table === "chunk" ? 8 : 500);

/** What stands in a copy beside the tables. */
export interface Manifest {
  format: typeof FORMAT;
  at: string;
  /** The last change of the tables that it was made under. */
  migration: string;
  tables: Array<{ name: string; rows: number; hash: string }>;
}

/** Rows that are changed are read together; to all others rows are only added, and those that come meanwhile wait for the next copy. */
const GROWING = new Set([
  "piece",
  "content",
  "chunk",
  "file",
  "file_chunk",
  "journal",
  "record",
  "record_note",
  "record_label",
]);

/**
 * Writes the whole ledger into one file while it is in use: everything that can change in one transaction, what is only added to before it and as far as it
 * was then. The file appears under its name once it is whole and safe on the disk. Gives what is in it.
 *
 * `severalAtOnce`: the database has several transactions under way (a server). Then all of it is read in one snapshot, which holds nobody up there; a row with a
 * lower number may otherwise come to sight after one with a higher. The embedded database has one at a time, and one long transaction would hold up everybody.
 */
export async function writeCopy(
  db: Database,
  path: string,
  at: Date,
  severalAtOnce = false,
): Promise<Manifest> {
  const tables = await copiedTables(db);
  const zip = new yazl.ZipFile();
  const half = `${path}.part`;
  const written = pipeline(zip.outputStream as unknown as Readable, createWriteStream(half, { mode: 0o600 }));
  try {
    const manifest: Manifest = {
      format: FORMAT,
      at: at.toISOString(),
      migration: await migrationOf(db),
      tables: [],
    };
    const add = async (name: string, lines: AsyncIterable<string> | Iterable<string>): Promise<void> => {
      const hash = new HashOfLines();
      const counted = async function* (): AsyncGenerator<string> {
        for await (const line of lines) {
          hash.add(line);
          yield line;
        }
      };
      const content = Readable.from(counted(), { objectMode: false });
      const over = new Promise<void>((resolve, reject) => content.once("end", resolve).once("error", reject));
      zip.addReadStream(content, `${name}.jsonl`, { mtime: at });
      await over;
      manifest.tables.push({ name, ...hash.result() });
    };
    if (severalAtOnce)
      await db.transaction(
        async (tx) => {
          for (const table of tables) await add(table.name, linesOf(tx, table));
        },
        { isolationLevel: "repeatable read" },
      );
    else {
      const { held, last } = await freeze(db, tables);
      for (const table of tables)
        await add(table.name, held.get(table.name) ?? linesOf(db, table, last.get(table.name)));
    }
    zip.addBuffer(Buffer.from(JSON.stringify(manifest, null, 2)), "manifest.json", { mtime: at });
    zip.end();
    await written;
    await settle(half);
    await rename(half, path);
    await settle(dirname(path));
    return manifest;
  } catch (error) {
    zip.outputStream.emit("error", error);
    await written.catch(() => undefined);
    await rm(half, { force: true });
    throw error;
  }
}

/** What can change, read in one transaction; and of what only grows, how far it was then. */
async function freeze(
  db: Database,
  tables: CopiedTable[],
): Promise<{ held: Map<string, string[]>; last: Map<string, number> }> {
  const held = new Map<string, string[]>();
  const last = new Map<string, number>();
  await db.transaction(async (tx) => {
    for (const table of tables) {
      if (!GROWING.has(table.name)) {
        const lines: string[] = [];
        for await (const line of linesOf(tx, table)) lines.push(line);
        held.set(table.name, lines);
        continue;
      }
      if (table.numbered === undefined) continue;
      const [row] = await rowsOf<{ last: number | string }>(
        tx,
        sql`select coalesce(max(${sql.identifier(table.numbered)}), 0)::int as last from ${sql.identifier(table.name)}`,
      );
      last.set(table.name, Number(row!.last));
    }
  });
  return { held, last };
}

/** The rows of a table as lines of JSON, in the order of its key; with `until` those with a number up to it. */
export async function* linesOf(
  db: Database,
  { name, key }: CopiedTable,
  until?: number,
): AsyncGenerator<string> {
  const table = sql.identifier(name);
  const keys = sql.join(
    key.map((each) => sql.identifier(each)),
    sql`, `,
  );
  const most = atOnce(name);
  let last: unknown[] | undefined;
  for (;;) {
    const behind = last
      ? sql`(${keys}) > (${sql.join(
          last.map((each) => sql`${each}`),
          sql`, `,
        )})`
      : sql`true`;
    const bound = until === undefined ? sql`true` : sql`${sql.identifier(key[0]!)} <= ${until}`;
    const rows = await db.transaction(async (tx) => {
      // Moments read the same whatever the server's zone is.
      await tx.execute(sql`set local time zone 'UTC'`);
      return rowsOf<{ line: string; key: string }>(
        tx,
        sql`select to_jsonb(t)::text as line, jsonb_build_array(${keys})::text as key from ${table} t where ${behind} and ${bound} order by ${keys} limit ${most}`,
      );
    });
    for (const { line } of rows) yield `${line}\n`;
    if (rows.length < most) return;
    last = JSON.parse(rows.at(-1)!.key) as unknown[];
  }
}

/** The newest change of the tables that this database has had. */
export async function migrationOf(db: Database): Promise<string> {
  const [row] = await rowsOf<{ hash: string }>(
    db,
    sql`select hash from drizzle.__drizzle_migrations order by id desc limit 1`,
  );
  return row?.hash ?? "";
}

async function settle(path: string): Promise<void> {
  const handle = await open(path, "r");
  await handle.sync().finally(() => handle.close());
}
