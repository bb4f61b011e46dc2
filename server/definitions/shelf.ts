import { and, asc, eq, isNotNull, isNull, notInArray } from "drizzle-orm";
import {
  definitionFor,
  DefinitionError,
  loadDefinition,
  type Definition,
  type DefinitionFile,
} from "@/core/definition";
import { fittingOf, type DriveIdentity } from "@/core/drive";
import { hashText } from "@/core/set";
import { tables, type Database } from "@/server/database";
import { log } from "@/server/log";

const { definitionVersion } = tables;

/** Where a definition came from, when it did not ship with the application. */
export interface ImportNote {
  source: string;
  at: Date;
  byName: string;
}

/** What is needed of a record to read it as it was meant. */
export interface RecordedUnder {
  definitionId: string;
  definitionVersion: string;
  firmware: string;
  facts: Pick<DriveIdentity, "axes" | "options">;
}

/** The definitions at hand: those that ship, and those that were imported, the newest import of each id before what ships. */
export class DefinitionShelf {
  /** Counts changes of what is at hand. */
  revision = 0;
  private readonly current = new Map<string, { definition: Definition; imported: ImportNote | undefined }>();
  private readonly versions = new Map<string, Definition>();
  /** What neither ships any more nor was imported, but records were made under: to read and to name, not to connect with. */
  private readonly former = new Map<string, Definition>();

  constructor(shipped: readonly Definition[]) {
    for (const definition of shipped) this.put(definition, undefined);
  }

  get all(): Definition[] {
    return [...this.current.values()].map((each) => each.definition);
  }

  /** The definition with this id, a former one too; undefined when records know it as little as this program. */
  find(id: string): Definition | undefined {
    return this.current.get(id)?.definition ?? this.former.get(id);
  }

  /** Who imported the definition with this id, when; undefined for what ships. */
  importOf(id: string): ImportNote | undefined {
    return this.current.get(id)?.imported;
  }

  /** The definition with this id; throws in plain words when it is not there. */
  get(id: string): Definition {
    const definition = this.find(id);
    if (!definition)
      throw new Error(
        `The definition ${id} is not here. Import it on the page Families, or put its file into families/ and start again.`,
      );
    return definition;
  }

  /** Puts a definition in front of what stood there under its id. */
  put(definition: Definition, imported: ImportNote | undefined): void {
    this.revision += 1;
    this.current.set(definition.id, { definition, imported });
    this.versions.set(`${definition.id}@${definition.version}`, definition);
  }

  /** Brings back what was imported before this program started, and what former versions of it shipped and records were made under. */
  async loadKept(db: Database): Promise<void> {
    const rows = await db
      .select()
      .from(definitionVersion)
      .where(isNotNull(definitionVersion.source))
      .orderBy(asc(definitionVersion.at));
    for (const row of rows) {
      const definition = readKept(row.content, `${row.definitionId}@${row.version}`);
      if (definition) this.put(definition, { source: row.source!, at: row.at!, byName: row.byName ?? "" });
    }
    const former = await db
      .select({
        id: definitionVersion.definitionId,
        version: definitionVersion.version,
        content: definitionVersion.content,
      })
      .from(definitionVersion)
      .where(
        and(
          isNull(definitionVersion.source),
          notInArray(definitionVersion.definitionId, [...this.current.keys()]),
        ),
      )
      .orderBy(asc(definitionVersion.version));
    for (const row of former) {
      const definition = readKept(row.content, `${row.id}@${row.version}`);
      if (definition) this.former.set(row.id, definition);
    }
  }

  /** The definition of the version that a record was made under, laid out for what was fitted then. Undefined when it is nowhere. */
  async ofRecord(db: Database, row: RecordedUnder): Promise<Definition | undefined> {
    const key = `${row.definitionId}@${row.definitionVersion}`;
    let definition = this.versions.get(key);
    if (!definition) {
      const rows = await db
        .select()
        .from(definitionVersion)
        .where(
          and(
            eq(definitionVersion.definitionId, row.definitionId),
            eq(definitionVersion.version, row.definitionVersion),
          ),
        );
      definition = (rows[0] && readKept(rows[0].content, key)) ?? this.find(row.definitionId);
      if (definition) this.versions.set(key, definition);
    }
    if (!definition) return undefined;
    // Where nothing tells the firmware, everything that the definition knows may be in it.
    const firmware = row.firmware || definition.fitting.firmware;
    return definitionFor(definition, fittingOf({ ...row.facts, firmware }));
  }
}

/** A definition as it was kept. One that this program cannot read any more must not keep it from starting: it is said in the log. */
function readKept(content: DefinitionFile, name: string): Definition | undefined {
  try {
    return loadDefinition(JSON.stringify(content), name);
  } catch (error) {
    if (!(error instanceof DefinitionError)) throw error;
    log.warn(error.message);
    return undefined;
  }
}

/** Keeps the version of a definition that a record is made under, so that the record can be read for ever. */
export async function keepDefinitionVersion(
  db: Database,
  definition: Definition,
  imported?: ImportNote,
): Promise<void> {
  const { id, version } = definition;
  // Nearly always it is there already, and it is large: looking is a hundredth of the work.
  const there = await db.$count(
    definitionVersion,
    and(eq(definitionVersion.definitionId, id), eq(definitionVersion.version, version)),
  );
  if (there > 0) return;
  await db
    .insert(definitionVersion)
    .values({
      definitionId: id,
      version,
      content: definition.file,
      hash: hashText(JSON.stringify(definition.file)),
      ...imported,
    })
    .onConflictDoNothing();
}
