import { createInterface } from "node:readline";
import { sql } from "drizzle-orm";
import yauzl from "yauzl";
import { bad, good, type Result } from "@/core/drive";
import { fillAsItWas, type Database } from "@/server/database";
import { isFirstRun } from "@/server/people";
import { HashOfLines } from "./hash-of-lines";
import { copiedTables, rowsOf, type CopiedTable } from "./tables";
import { FORMAT, linesOf, migrationOf, type Manifest } from "./write";

/** Rows written at a time. */
const AT_ONCE = 200;
const LARGEST_WRITE = 4 * 1024 * 1024;
const LARGEST_MANIFEST = 1024 * 1024;

/** Reads a copy through and holds it against what it says of itself: every table, its rows, its hash. Nothing is changed. */
export async function checkCopy(path: string): Promise<Result<Manifest>> {
  return withCopy(path, async (copy) => {
    for (const table of copy.manifest.tables) {
      const found = await hashLines(copy.lines(table.name));
      if (found.rows !== table.rows || found.hash !== table.hash)
        return damaged(`the table ${table.name} has ${found.rows} rows that are not those that were written`);
    }
    return good(copy.manifest);
  });
}

/**
 * Takes a copy in, into a ledger that holds nothing yet, and holds what is there afterwards against the copy, table by table. All of it, or nothing. A copy that an
 * earlier version of the program made goes into tables as they were then, which are brought up to date behind it.
 */
export async function restoreCopy(db: Database, path: string): Promise<Result<Manifest>> {
  if (!(await isFirstRun(db)))
    return bad({
      kind: "not-now",
      text: "This ledger is not empty.",
      remedy: "Take the copy in with an empty data folder, or an empty database.",
    });
  const checked = await checkCopy(path);
  if (!checked.ok) return checked;
  return withCopy(path, (copy) =>
    db.transaction(async (tx) => {
      await tx.execute(sql`set local time zone 'UTC'`);
      if (copy.manifest.migration === (await migrationOf(tx))) await fillAll(tx, copy);
      else {
        const went = await fillAsItWas(tx, copy.manifest.migration, () => fillAll(tx, copy));
        if (went !== "filled") return bad(NOT_OF_THIS_VERSION[went]);
      }
      return good(copy.manifest);
    }),
  );
}

const NOT_OF_THIS_VERSION = {
  unknown: {
    kind: "bad-file",
    text: "The copy was made by a version of the program that this one does not know: a newer one, as it seems.",
    remedy: "Take it in with that version, or a newer one. Nothing was changed.",
  },
  "not-allowed": {
    kind: "bad-file",
    text: "The copy was made by an earlier version of the program, and the program's role at the database server may not make tables as they were then.",
    remedy:
      "Take it in with DATABASE_URL of the role that owns the tables (npm run take-in), or with the version that made it. Nothing was changed.",
  },
} as const;

/** Fills empty tables, and holds each against what was copied. */
async function fillAll(tx: Database, { manifest, lines }: Copy): Promise<void> {
  const tables = await copiedTables(tx);
  // What a new ledger begins with is in the copy as it became.
  await tx.execute(sql`delete from plant`);
  for (const table of tables) {
    await fill(tx, table, lines(table.name));
    const written = await hashLines(linesOf(tx, table));
    const said = manifest.tables.find((each) => each.name === table.name);
    if (written.hash !== said?.hash)
      throw new Error(`The table ${table.name} did not come out as it was copied.`);
  }
}

/** Hash and number of lines, as a copy's manifest has them. */
export async function hashLines(lines: AsyncIterable<string>): Promise<{ rows: number; hash: string }> {
  const hash = new HashOfLines();
  for await (const line of lines) hash.add(line);
  return hash.result();
}

/** Writes lines into an empty table, and lets it number on behind them. */
export async function fill(
  tx: Database,
  { name, numbered }: CopiedTable,
  lines: AsyncIterable<string>,
): Promise<void> {
  const table = sql.identifier(name);
  let held: string[] = [];
  let size = 0;
  const write = async (): Promise<void> => {
    if (held.length === 0) return;
    await tx.execute(
      sql`insert into ${table} overriding system value select * from jsonb_populate_recordset(null::"public".${table}, ${`[${held.join(",")}]`}::jsonb)`,
    );
    held = [];
    size = 0;
  };
  for await (const line of lines) {
    held.push(line);
    size += line.length;
    if (held.length >= AT_ONCE || size > LARGEST_WRITE) await write();
  }
  await write();
  if (numbered !== undefined)
    await rowsOf(
      tx,
      sql`select setval(pg_get_serial_sequence(${`"${name}"`}, ${numbered}), (select coalesce(max(${sql.identifier(numbered)}), 0) + 1 from ${table}), false)`,
    );
}

interface Copy {
  manifest: Manifest;
  lines: (table: string) => AsyncIterable<string>;
}

const damaged = (what: string): Result<never> =>
  bad({
    kind: "bad-file",
    text: `The copy is damaged: ${what}.`,
    remedy: "Use another copy. Nothing was changed.",
  });

async function withCopy<T>(path: string, work: (copy: Copy) => Promise<Result<T>>): Promise<Result<T>> {
  let zip: yauzl.ZipFile;
  const entries = new Map<string, yauzl.Entry>();
  try {
    zip = await new Promise((resolve, reject) =>
      yauzl.open(path, { autoClose: false, lazyEntries: false }, (error, file) =>
        error ? reject(error) : resolve(file),
      ),
    );
    await new Promise<void>((resolve, reject) => {
      zip.on("entry", (entry: yauzl.Entry) => entries.set(entry.fileName, entry));
      zip.once("end", resolve).once("error", reject);
    });
  } catch {
    return bad({
      kind: "bad-file",
      text: "This is no copy of a ledger, or it was cut off.",
      remedy: "Choose a file that was made as a copy. Nothing was changed.",
    });
  }
  const stream = (entry: yauzl.Entry): Promise<NodeJS.ReadableStream> =>
    new Promise((resolve, reject) =>
      zip.openReadStream(entry, (error, opened) => (error ? reject(error) : resolve(opened))),
    );
  const lines = async function* (table: string): AsyncGenerator<string> {
    const entry = entries.get(`${table}.jsonl`);
    if (!entry) return;
    try {
      for await (const line of createInterface({ input: await stream(entry), crlfDelay: Infinity }))
        yield `${line}\n`;
    } catch (error) {
      throw new Damaged(`what it holds of the table ${table} cannot be unpacked`, { cause: error });
    }
  };
  try {
    const entry = entries.get("manifest.json");
    if (!entry || entry.uncompressedSize > LARGEST_MANIFEST) return damaged("it does not say what is in it");
    const manifest = await readManifest(await stream(entry));
    return await work({ manifest, lines });
  } catch (error) {
    if (error instanceof Damaged) return damaged(error.message);
    throw error;
  } finally {
    zip.close();
  }
}

/** Something in a copy that cannot be read. */
class Damaged extends Error {}

async function readManifest(stream: NodeJS.ReadableStream): Promise<Manifest> {
  try {
    const parts: Buffer[] = [];
    for await (const part of stream) parts.push(part as Buffer);
    const manifest = JSON.parse(Buffer.concat(parts).toString()) as Manifest;
    if (manifest.format === FORMAT && Array.isArray(manifest.tables)) return manifest;
  } catch (error) {
    throw new Damaged("what it says of itself cannot be read", { cause: error });
  }
  throw new Damaged("it is of no format that is known");
}
