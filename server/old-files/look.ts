import { createHash } from "node:crypto";
import { and, desc, eq, sql } from "drizzle-orm";
import type { OldFileChoices, OldFileView } from "@/core/contract";
import { definitionFor, type Definition } from "@/core/definition";
import {
  dateIn,
  fittingOfFile,
  guessFamily,
  takeValues,
  type FamilyFit,
  type LineNote,
  type MeantAs,
  type ValuesFile,
} from "@/core/format";
import { tagFinder } from "@/core/plant";
import { buildSet, completenessOfMade, setHash, type ParameterSet } from "@/core/set";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { readApart } from "@/server/import";
import type { FileIdentity } from "@/server/ledger";
import { knownPositions, placeOf, type KnownPosition } from "./known-positions";
import { tableOf, valuesOf, type Table } from "./values-of";

const MOST_NOTES = 500;
/** A family that knows nearly as many of the values as the likeliest is taken where the position is of it. */
const NEARLY = 0.8;

/** A file with what it seems to hold, and what a person said of that. */
export interface OldFile {
  view: OldFileView;
  position: KnownPosition | undefined;
  /** Absent where it holds no values that fit any family. */
  found?: {
    definition: Definition;
    set: ParameterSet;
    identity: FileIdentity;
    takenAt: Date | undefined;
    leftOut: number;
  };
}

/** Looks through a file of somebody's shelf: what it holds, whose it is, when it was made. What a person says goes before what is guessed. */
export async function lookAtOldFile(
  db: Database,
  shelf: DefinitionShelf,
  plantId: number,
  bytes: Uint8Array,
  choices: OldFileChoices,
  now: Date,
): Promise<OldFile> {
  const { path } = choices;
  const hash = createHash("sha256").update(bytes).digest("hex");
  const positions = await knownPositions(db, plantId);
  const read = await readApart(path.split(/[/\\]/).at(-1)!, bytes);
  const table = read.ok ? tableOf(read.upload, choices, tagFinder(positions)) : undefined;
  const file = read.ok ? valuesOf(read.upload, table) : undefined;
  const about = file?.about ?? {};
  const { tag, between } = placeOf(choices, about, positions);
  const position = positions.find((each) => each.tag === tag);
  const view: OldFileView = {
    path,
    hash,
    position: position?.tag,
    between,
    // A file of several drives is brought in once for each.
    before: await broughtBefore(db, plantId, hash, table?.drives.length ? position?.id : undefined),
    several: severalOf(table),
  };
  if (!file || file.values.length === 0)
    return { position, view: { ...view, closed: whyClosed(read, view.several) } };
  const fits = guessFamily(shelf.all, file);
  const fit = chooseFamily(fits, shelf, choices, position);
  const families = fits.map((each) => ({
    id: each.definition.id,
    title: each.definition.title,
    known: each.known,
  }));
  const given = dateOf(choices, file, now);
  const firmware = choices.firmware ?? about.firmware ?? "";
  const serial = choices.serial ?? about.serial ?? "";
  const empty = {
    families,
    of: file.values.length,
    taken: 0,
    expected: 0,
    notes: [],
    noteCount: 0,
    ratings: [],
    meant: "shown" as const,
  };
  const common = {
    firmware,
    serial,
    takenAt: given?.at.toISOString(),
    dateGiven: given?.given,
    table: table?.view,
  };
  if (!fit) return { position, view: { ...view, values: { ...empty, ...common } } };
  const fitting = fittingOfFile(fit.definition, {
    ...file,
    about: { ...about, ...(firmware === "" ? {} : { firmware }) },
  });
  const definition = definitionFor(fit.definition, fitting);
  const meant: MeantAs = choices.meant ?? fit.meant;
  const { values, notes: ofValues } = takeValues(
    definition,
    [...file.values, ...(file.valueless ?? [])],
    meant,
  );
  const set = buildSet(definition, values);
  const notes: LineNote[] = [...file.notes, ...ofValues].sort((a, b) => a.line - b.line);
  const rating = definition.ratings.get(choices.rating ?? about.rating ?? "");
  const identity: FileIdentity = {
    serial,
    rating: rating?.id,
    ratingName: rating?.name ?? "",
    supply: rating?.supply ?? about.supply ?? "",
    firmware,
    axes: definition.file.axes ? fitting.axes : undefined,
    options: (definition.file.options ?? [])
      .filter((each) => fitting.options.includes(each.id))
      .map(({ id, name }) => ({ id, name })),
  };
  const leftOut = notes.filter((each) => each.verdict === "left-out").length;
  return {
    position,
    found: { definition, set, identity, takenAt: given?.at, leftOut },
    view: {
      ...view,
      values: {
        ...common,
        families,
        family: definition.id,
        meant,
        of: file.values.length,
        taken: values.size,
        expected: completenessOfMade(definition, set).expected,
        notes: notes.slice(0, MOST_NOTES),
        noteCount: notes.length,
        ratings: [...definition.ratings.values()].map(({ id, name }) => ({ id, name })),
        rating: rating?.id,
        same: position && (await sameAs(db, position.id, setHash(set))),
      },
    },
  };
}

function chooseFamily(
  fits: FamilyFit[],
  shelf: DefinitionShelf,
  choices: OldFileChoices,
  position: KnownPosition | undefined,
): FamilyFit | undefined {
  if (choices.family !== undefined) {
    const chosen = fits.find((each) => each.definition.id === choices.family);
    const definition = shelf.find(choices.family);
    return chosen ?? (definition && { definition, known: 0, meant: "shown", named: false });
  }
  const [best] = fits;
  if (!best || best.named) return best;
  const own = fits.find((each) => each.definition.id === position?.definitionId);
  return own && own.known >= NEARLY * best.known ? own : best;
}

function whyClosed(
  read: Awaited<ReturnType<typeof readApart>>,
  several: OldFileView["several"],
): NonNullable<OldFileView["closed"]> {
  if (several)
    return {
      reason: `It holds ${several.drives.length} drives beside each other: ${several.drives.map((each) => each.tag).join(", ")}.`,
      remedy: "Look each column through by itself, with its position.",
    };
  if (!read.ok) return { reason: read.reason, remedy: "It can be kept with its position as a file." };
  const reason =
    read.upload.kind === "eds"
      ? "It describes a device and holds no values of one."
      : "No values of a drive were found in it.";
  return {
    reason,
    remedy:
      "Name its columns Code and Value; under old files one can also say which they are, or keep it with its position as a file.",
  };
}

/** When the values were taken: as said, as the file says, as its name or folder says, as its computer has it. Nothing of the future counts. */
function dateOf(
  choices: OldFileChoices,
  file: ValuesFile,
  now: Date,
): { given: string; at: Date } | undefined {
  const exact = (text: string | undefined) => {
    const at = text === undefined ? NaN : Date.parse(text);
    return Number.isNaN(at) ? undefined : { given: text!, at: new Date(at) };
  };
  const written =
    choices.modified === undefined
      ? undefined
      : { given: "when the file was written last", at: new Date(choices.modified) };
  return [
    exact(choices.takenAt),
    exact(file.about.takenAt),
    dateIn(file.about.takenAt ?? ""),
    dateIn(choices.path),
    written,
  ].find((each) => each !== undefined && each.at <= now);
}

/** The drives that stand beside each other in a list, where nobody has said yet which of them is meant. */
function severalOf(table: Table | undefined): OldFileView["several"] {
  if (!table || table.drives.length === 0 || table.view.columns.value !== undefined) return undefined;
  const { sheet, head, columns } = table.view;
  const { code, name, unit } = columns;
  return { sheet, head, code, name, unit, drives: table.drives };
}

async function broughtBefore(
  db: Database,
  plantId: number,
  hash: string,
  positionId: number | undefined,
): Promise<OldFileView["before"]> {
  const { record, position } = tables;
  const [found] = await db
    .select({ tag: position.tag, number: record.number })
    .from(record)
    .innerJoin(position, eq(position.id, record.positionId))
    .where(
      and(
        eq(position.plantId, plantId),
        positionId === undefined ? undefined : eq(position.id, positionId),
        sql`${record.source} is not null`,
        sql`${record.source}->>'hash' = ${hash}`,
      ),
    )
    .limit(1);
  return found;
}

/** The newest record of a position that holds the very same. */
async function sameAs(db: Database, positionId: number, hashAll: string): Promise<number | undefined> {
  const { record } = tables;
  const [found] = await db
    .select({ number: record.number })
    .from(record)
    .where(and(eq(record.positionId, positionId), eq(record.hashAll, hashAll)))
    .orderBy(desc(record.number))
    .limit(1);
  return found?.number;
}
