import { sql } from "drizzle-orm";
import type { Database } from "@/server/database";
import type { Person } from "@/server/people";
import { addDocs, PEOPLE_COLUMNS, type Doc, type Kind } from "./kinds";
import { SourceFault, type Source } from "./source";
import { withVersions } from "./versions";

/** What taking an export in came to. */
export interface TakenIn {
  plants: string[];
  plantIds: number[];
  /** How many of each were new here. */
  added: { positions: number; records: number; receipts: number; files: number; lines: number };
  /** Where what is here and what came in do not agree, and what was done about it. */
  contradictions: string[];
}

/** An export while it is taken in: in one transaction, with what was found out of names that things have here. */
export class Taking {
  /** Uids of what came in, where the same thing is here under another. */
  readonly alias = new Map<string, string>();
  /** The plant that is being taken in. */
  plant: string | undefined;
  /** Accounts of what came in that are other accounts here. */
  readonly people = new Map<string, string>();
  /** Versions of definitions that came in and are called otherwise here, by `versionKey`. */
  readonly versions = new Map<string, string>();
  readonly taken: TakenIn = {
    plants: [],
    plantIds: [],
    added: { positions: 0, records: 0, receipts: 0, files: 0, lines: 0 },
    contradictions: [],
  };

  constructor(
    readonly tx: Database,
    readonly person: Person,
    readonly source: Source,
    readonly now: Date,
  ) {}

  /** Finds what came in under another uid than it has here. */
  async aliases(docs: Doc[], table: string, where: (doc: Doc) => ReturnType<typeof sql>): Promise<void> {
    for (const each of docs) {
      const found = (await this.tx.execute(
        sql`select uid::text as uid from ${sql.identifier(table)} where uid <> ${each.uid}::uuid and ${where(each)} limit 1`,
      )) as unknown as { rows: Array<{ uid: string }> };
      if (found.rows[0]) this.alias.set(each.uid!, found.rows[0].uid);
    }
  }

  /** Adds what is not here yet; gives how many were. */
  add(kind: Kind, docs: Doc[]): Promise<number> {
    if (!Array.isArray(docs)) throw new SourceFault(`A list of ${kind.table} is missing in the export.`);
    return addDocs(
      this.tx,
      kind,
      docs
        .filter((each) => each.uid === undefined || !this.alias.has(each.uid))
        .map((each) => this.mapped(each, kind)),
    );
  }

  /** A doc with the uids and accounts that things have here. */
  mapped(doc: Doc, kind?: Kind): Doc {
    const mapped: Doc = { ...withVersions(this.versions, doc) };
    // Nothing of an export gets into another plant than its own.
    if (kind?.refs.plant_id !== undefined) mapped.plant_id = this.plant;
    for (const column of Object.keys(kind?.refs ?? {}))
      if (typeof doc[column] === "string" && column !== "plant_id") mapped[column] = this.uid(doc[column]);
    for (const column of PEOPLE_COLUMNS)
      if (typeof doc[column] === "string") mapped[column] = this.people.get(doc[column]) ?? doc[column];
    return mapped;
  }

  /** The uid that a thing has here. */
  uid(uid: string | undefined): string {
    return this.alias.get(uid ?? "") ?? uid ?? NO_UID;
  }

  /** Notes where what is here and what came in do not agree. */
  say(text: string): void {
    this.taken.contradictions.push(text);
  }

  async json<T>(path: string): Promise<T> {
    return parsed<T>(await this.source.text(path), path);
  }
}

const NO_UID = "00000000-0000-0000-0000-000000000000";

/** The JSON of a file; throws `SourceFault` where it is none. */
export function parsed<T>(text: string, path: string): T {
  try {
    const content: unknown = JSON.parse(text);
    if (typeof content === "object" && content !== null) return content as T;
  } catch {
    // Said below.
  }
  throw new SourceFault(`${path} is no JSON of an export.`);
}
