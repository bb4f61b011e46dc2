import type { Definition } from "@/core/definition";
import { hashText } from "@/core/set";
import { tables, type Database } from "@/server/database";

/** The definitions at hand. */
export class DefinitionShelf {
  private readonly byId: ReadonlyMap<string, Definition>;

  constructor(readonly all: readonly Definition[]) {
    this.byId = new Map(all.map((each) => [each.id, each]));
  }

  find(id: string): Definition | undefined {
    return this.byId.get(id);
  }

  /** The definition with this id; throws in plain words when it is not there. */
  get(id: string): Definition {
    const definition = this.byId.get(id);
    if (!definition) throw new Error(`The definition ${id} is not here. Put its file into families/ and start again.`);
    return definition;
  }
}

/** Keeps the version of a definition that a record is made under, so that the record can be read for ever. */
export async function keepDefinitionVersion(db: Database, definition: Definition): Promise<void> {
  const { definitionVersion } = tables;
  await db.insert(definitionVersion)
    .values({ definitionId: definition.id, version: definition.version, content: definition.file, hash: hashText(JSON.stringify(definition.file)) })
    .onConflictDoNothing();
}
