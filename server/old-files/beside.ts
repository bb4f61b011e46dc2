import { randomUUID } from "node:crypto";
import type { Definition } from "@/core/definition";
import type { LineNote } from "@/core/format";
import { valuesByCode } from "@/core/set";
import type { RawValue } from "@/core/value";
import type { Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { lookAtOldFile } from "./look";

/** A file whose values stand beside others for a while; it is in no archive. */
export interface FileBeside {
  id: string;
  plantId: number;
  name: string;
  definition: Definition;
  rating: string | undefined;
  values: ReadonlyMap<string, RawValue>;
  /** Values in the file, and what did not fit. */
  of: number;
  notes: LineNote[];
}

/** As many are held at once; the ones shown longest ago are forgotten. */
const MOST = 40;
const MOST_NOTES = 200;

/** Files that somebody dropped onto a comparison. They are held as long as the program runs, and nothing of them is kept. */
export class FilesBeside {
  private readonly held = new Map<string, FileBeside>();

  constructor(
    private readonly db: Database,
    private readonly shelf: DefinitionShelf,
    private readonly now: () => Date,
    private readonly most = MOST,
  ) {}

  /** Reads a file's values and holds them. A text with reason and remedy where it holds none that fit a family here. */
  async put(
    plantId: number,
    name: string,
    bytes: Uint8Array,
  ): Promise<FileBeside | { reason: string; remedy: string }> {
    const look = await lookAtOldFile(this.db, this.shelf, plantId, bytes, { path: name }, this.now());
    const { closed, values } = look.view;
    if (closed) return closed;
    if (!look.found || !values || values.taken === 0)
      return {
        reason: "None of its lines fits a family whose definition is here.",
        remedy:
          "Bring it in under old files, where its family and columns can be said; or import the family's definition first.",
      };
    const { definition, set, identity } = look.found;
    const file: FileBeside = {
      id: randomUUID().slice(0, 8),
      plantId,
      name,
      definition,
      rating: identity.rating,
      values: valuesByCode(set),
      of: values.of,
      notes: values.notes.slice(0, MOST_NOTES),
    };
    this.held.set(file.id, file);
    for (const oldest of this.held.keys()) {
      if (this.held.size <= this.most) break;
      this.held.delete(oldest);
    }
    return file;
  }

  /** A file that is held for a plant; undefined when it is not, or not any more. */
  find(plantId: number, id: string): FileBeside | undefined {
    const file = this.held.get(id);
    if (file?.plantId !== plantId) return undefined;
    this.held.delete(id);
    this.held.set(id, file);
    return file;
  }
}
