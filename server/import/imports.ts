import { randomUUID } from "node:crypto";
import { and, eq } from "drizzle-orm";
import type { ImportChoices, UploadView } from "@/core/contract";
import { DefinitionError, loadDefinition, type Definition, type DefinitionFile } from "@/core/definition";
import { bad, good, type Result } from "@/core/drive";
import { definitionFromEds, definitionFromList, guessColumns, type LineNote } from "@/core/format";
import { hashText } from "@/core/set";
import { counted } from "@/core/words";
import { ageMs } from "@/server/age";
import { tables, type Database } from "@/server/database";
import { keepDefinitionVersion, type DefinitionShelf } from "@/server/definitions";
import { writeJournal } from "@/server/journal";
import type { Person } from "@/server/people";
import { guessOf } from "./guess";
import { readApart } from "./read-apart";
import type { Upload } from "./read-upload";

/** A definition as it would be kept, and what did not fit. */
export interface ImportPreview {
  definition: Definition;
  notes: LineNote[];
  taken: number;
  /** What is here under this id already; `same` when nothing would change. */
  before: { version: string; shipped: boolean; same: boolean } | undefined;
}

const KEPT_MS = 60 * 60 * 1000;
const MOST_HELD = 12;
const SHOWN_ROWS = 40;

/** Files that are on their way to becoming definitions. They are held in memory for an hour; what is kept goes into the database. */
export class Imports {
  private readonly held = new Map<string, { name: string; at: number; upload: Upload }>();

  constructor(
    private readonly db: Database,
    private readonly shelf: DefinitionShelf,
    private readonly now: () => number = Date.now,
  ) {}

  /** Takes a file in and guesses what it says. */
  async open(name: string, bytes: Uint8Array): Promise<Result<UploadView>> {
    const read = await readApart(name, bytes);
    if (!read.ok) return bad({ kind: "bad-file", text: `${name}: ${read.reason}`, remedy: read.remedy });
    this.forgetOld();
    const id = randomUUID().slice(0, 8);
    const { upload } = read;
    this.held.set(id, { name, at: this.now(), upload });
    const sheets =
      upload.kind !== "list"
        ? []
        : upload.sheets.map((each) => ({
            name: each.name,
            rowCount: each.rows.length,
            head: each.rows.slice(0, SHOWN_ROWS),
            ...guessColumns(each.rows.map((row) => row.cells)),
          }));
    return good({
      id,
      name,
      kind: upload.kind,
      encoding: upload.encoding,
      guess: guessOf(name, upload),
      sheets,
    });
  }

  /** Makes the definition as the choices say, without keeping it. */
  preview(id: string, choices: ImportChoices): Result<ImportPreview> {
    const held = this.held.get(id);
    if (!held)
      return bad({ kind: "not-found", text: "This file is not held any more.", remedy: "Choose it again." });
    const made = make(held.name, held.upload, choices);
    if (!made.ok) return made;
    const { file, notes, taken } = made.value;
    if (taken === 0)
      return bad({
        kind: "bad-file",
        text: "Not one parameter could be taken from this file.",
        remedy: notes[0]
          ? `The first reason, line ${notes[0].line}: ${notes[0].reason} ${notes[0].remedy}`
          : "Look at the choice of columns.",
      });
    const before = this.beforeOf(file);
    try {
      const version = before?.same ? before.version : nextVersion(before?.version, file.version);
      return good({
        definition: loadDefinition(JSON.stringify({ ...file, version }), held.name),
        notes,
        taken,
        before,
      });
    } catch (error) {
      if (error instanceof DefinitionError)
        return bad({
          kind: "bad-file",
          text: error.message,
          remedy: "Correct what is named, then try again.",
        });
      throw error;
    }
  }

  /** Keeps the definition: from now on drives are known by it. The version before stays with the records that were made under it. */
  async keep(
    person: Person,
    id: string,
    choices: ImportChoices,
  ): Promise<Result<{ id: string; version: string; same: boolean }>> {
    const name = this.held.get(id)?.name ?? "";
    const made = this.preview(id, choices);
    if (!made.ok) return made;
    const { definition, before, taken } = made.value;
    if (before?.same) return good({ id: definition.id, version: before.version, same: true });
    const note = { source: name, at: new Date(this.now()), byName: person.name };
    const hash = hashText(JSON.stringify(definition.file));
    const kept = await this.db.transaction(async (tx) => {
      await keepDefinitionVersion(tx, definition, note);
      const [row] = await tx
        .select({ hash: tables.definitionVersion.hash })
        .from(tables.definitionVersion)
        .where(
          and(
            eq(tables.definitionVersion.definitionId, definition.id),
            eq(tables.definitionVersion.version, definition.version),
          ),
        );
      if (row?.hash !== hash) return false;
      await writeJournal(tx, {
        at: note.at,
        by: person.id,
        byName: person.name,
        kind: "definition",
        text: `Imported ${definition.title}, version ${definition.version}, ${counted(taken, "parameter")}, from ${name}.`,
        href: `/families/${definition.id}`,
      });
      return true;
    });
    if (!kept)
      return bad({
        kind: "busy",
        text: `Another version ${definition.version} of ${definition.title} was kept in the meantime.`,
        remedy: "Look at the preview again; the next version is offered.",
      });
    this.shelf.put(definition, note);
    this.held.delete(id);
    return good({ id: definition.id, version: definition.version, same: false });
  }

  private beforeOf(file: DefinitionFile): ImportPreview["before"] {
    const current = this.shelf.find(file.id);
    if (!current) return undefined;
    const plain = (each: DefinitionFile): string => JSON.stringify(sorted({ ...each, version: "" }));
    return {
      version: current.version,
      shipped: this.shelf.importOf(file.id) === undefined,
      same: plain(current.file) === plain(file),
    };
  }

  private forgetOld(): void {
    for (const [id, { at }] of this.held) if (ageMs(at, this.now()) > KEPT_MS) this.held.delete(id);
    while (this.held.size >= MOST_HELD) this.held.delete(this.held.keys().next().value!);
  }
}

/** Keys in order at every depth, so that two files that say the same are seen to. */
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([key]) => key !== "$schema")
      .sort(([a], [b]) => a.localeCompare(b))
      .map(([key, each]) => [key, sorted(each)]),
  );
}

function nextVersion(current: string | undefined, wanted: string): string {
  if (current === undefined) return wanted;
  const parts = current.split(".").map(Number);
  parts[parts.length - 1] = (parts[parts.length - 1] ?? 0) + 1;
  return parts.join(".");
}

function make(
  name: string,
  upload: Upload,
  choices: ImportChoices,
): Result<{ file: DefinitionFile; notes: LineNote[]; taken: number }> {
  if (upload.kind === "definition") {
    try {
      const definition = loadDefinition(upload.text, name);
      return good({ file: definition.file, notes: [], taken: definition.parameters.length });
    } catch (error) {
      if (error instanceof DefinitionError)
        return bad({
          kind: "bad-file",
          text: error.message,
          remedy: "Correct what is named; docs/definitions.md says what may stand where.",
        });
      throw error;
    }
  }
  const { about } = choices;
  if (!about)
    return bad({
      kind: "bad-request",
      text: "Nobody has said yet whose drive this is.",
      remedy: "Fill in vendor and family.",
    });
  if (!about.identity.some((each) => each.field === "family"))
    return bad({
      kind: "bad-request",
      text: "How does a drive tell that it is of this family?",
      remedy: "Name the register or object that holds its maker's or product number, and the number.",
    });
  if (upload.kind === "eds") return good(definitionFromEds(upload.eds, about, choices.node ?? 1));
  const sheet = upload.sheets[choices.sheet ?? 0];
  if (!sheet || !choices.list || !choices.modbus)
    return bad({
      kind: "bad-request",
      text: "The columns have not been chosen yet.",
      remedy: "Say which column holds the register.",
    });
  if (choices.list.mapping.address === undefined)
    return bad({
      kind: "bad-request",
      text: "No column is said to hold the register.",
      remedy: "Choose it; without registers nothing can be read.",
    });
  const made = definitionFromList(sheet.rows, choices.list, about, choices.modbus);
  return good({ ...made, notes: [...sheet.notes, ...made.notes].sort((a, b) => a.line - b.line) });
}
