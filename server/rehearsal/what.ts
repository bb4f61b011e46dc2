import { definitionFor, type Definition } from "@/core/definition";
import { bad, fittingOf, good, type DriveIdentity, type Result } from "@/core/drive";
import { linkText, type LinkSettings } from "@/core/link";
import type { RehearsalInput, RehearsalWay } from "@/core/rehearse";
import { USUAL_CHOICES, type PlanChoices } from "@/core/restore";
import { factorySet, valuesByCode } from "@/core/set";
import type { RawValue } from "@/core/value";
import { measuredPace, notedWay, type Bench } from "@/server/bench";
import type { Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import { loadDraft } from "@/server/drafts";
import { loadSet, recordById, recordByNumber, type FileIdentity } from "@/server/ledger";
import { loadReading } from "@/server/link";
import type { PositionRow } from "@/server/plant";
import { loadJob } from "@/server/restore";

/** What somebody wants rehearsed. */
export interface Wanted {
  restore?: number;
  record?: number;
  draft?: number;
}

/** What is put onto which stand-in, and what a rehearsal says of both. */
export interface Meant {
  input: RehearsalInput;
  madeOf: "read" | "factory";
  record?: number;
  recordTag?: string;
  draft?: number;
  draftTitle?: string;
  way: string;
  paceTold: boolean;
}

export interface RehearsalParts {
  db: Database;
  shelf: DefinitionShelf;
  bench: Bench;
}

const NOT_HERE = bad<never>({
  kind: "not-found",
  text: "What was to be rehearsed is not one of this position's.",
  remedy: "Choose it from the position's page.",
});
const NO_DEFINITION = bad<never>({
  kind: "no-definition",
  text: "Its definition is not here, so no stand-in can be made.",
  remedy: "Import the definition, then rehearse again.",
});

/** Finds out what is meant: a restore that waits to be looked through, a record, or a draft. */
export async function whatIsMeant(
  parts: RehearsalParts,
  plantId: number,
  position: PositionRow,
  { restore, record, draft }: Wanted,
): Promise<Result<Meant>> {
  if (restore !== undefined) return ofRestore(parts, plantId, position, restore);
  if (draft !== undefined) return ofDraft(parts, plantId, position, draft);
  const { db, shelf } = parts;
  const row = record === undefined ? undefined : await recordByNumber(db, position.id, record);
  if (!row) return NOT_HERE;
  const set = await loadSet(db, row);
  const family = shelf.find(row.definitionId);
  if (!family) return NO_DEFINITION;
  const { serial, ratingName, supply, firmware, facts } = row;
  const { axes, options } = facts;
  const fitted = { serial, ratingName, supply, firmware, rating: row.rating ?? undefined, axes, options };
  return good({ ...(await ontoFactory(db, position, family, fitted, valuesByCode(set))), record });
}

/** The restore as it stands: the drive as it was read for it, and what was chosen. */
async function ofRestore(
  { db, shelf, bench }: RehearsalParts,
  plantId: number,
  position: PositionRow,
  id: number,
): Promise<Result<Meant>> {
  const job = await loadJob(db, id, plantId);
  const recordId = job?.memory.recordId;
  if (!job || job.positionId !== position.id || recordId === undefined) return NOT_HERE;
  const { memory } = job;
  if (!job.open || memory.place.stage !== "review")
    return bad({
      kind: "not-now",
      text: "This restore does not wait to be looked through any more.",
      remedy: "Begin another one; that can be rehearsed before it is written.",
    });
  const family = shelf.find(memory.identity.definitionId);
  if (!family) return NO_DEFINITION;
  const { values } = await loadReading(db, `restore-${id}-before`);
  const recorded = valuesByCode(await loadSet(db, (await recordById(db, recordId))!));
  const address = bench.findDrive(memory.identity)?.address;
  const way = address ? await wayOver(db, address, family) : await noted(db, position, family);
  return good({
    ...wordsOf(way),
    input: { family, drive: memory.identity, live: values, recorded, choices: memory.choices, way: way.way },
    madeOf: "read",
    record: memory.recordNumber,
    recordTag: memory.recordTag,
  });
}

async function ofDraft(
  { db, shelf }: RehearsalParts,
  plantId: number,
  position: PositionRow,
  id: number,
): Promise<Result<Meant>> {
  const loaded = await loadDraft(db, shelf, plantId, id);
  if (!loaded || loaded.row.positionId !== position.id) return NOT_HERE;
  const family = shelf.find(loaded.definition.id);
  if (!family) return NO_DEFINITION;
  const fitted = { ...loaded.identity, rating: loaded.rating };
  const onto = await ontoFactory(db, position, family, fitted, loaded.values);
  return good({ ...onto, draft: id, draftTitle: loaded.row.title });
}

/** Onto one that is like it and straight from the factory: what a replacement from the store is. */
async function ontoFactory(
  db: Database,
  position: PositionRow,
  family: Definition,
  fitted: FileIdentity,
  recorded: ReadonlyMap<string, RawValue>,
): Promise<Omit<Meant, "record" | "draft">> {
  const drive: DriveIdentity = {
    vendor: family.file.vendor,
    family: family.file.family,
    definitionId: family.id,
    ...fitted,
  };
  const definition = definitionFor(family, fittingOf(drive));
  const live = valuesByCode(factorySet(definition, drive.rating));
  const way = await noted(db, position, family);
  return {
    ...wordsOf(way),
    input: { family, drive, live, recorded, choices: FRESH, way: way.way },
    madeOf: "factory",
  };
}

/** One from the store has another motor's results in it as little as none: what belongs to the parts that stayed is taken along. */
const FRESH: PlanChoices = { ...USUAL_CHOICES, exchanged: ["drive"] };

interface Way {
  way: RehearsalWay;
  link: LinkSettings | undefined;
}

const wordsOf = ({ way, link }: Way): { way: string; paceTold: boolean } => {
  const pace = way.baud === undefined ? "" : `, ${way.baud.toLocaleString("en")} baud`;
  const measured =
    way.exchangeMs === undefined ? "" : `, ${way.exchangeMs.toFixed(1)} ms an object, as measured there last`;
  const where = link ? linkText(link) : "the usual way of its family";
  return {
    way: `${where} (${FRAMING_WORDS[way.framing]}${pace}${measured})`,
    paceTold: way.framing !== "gateway" || way.exchangeMs !== undefined,
  };
};

const FRAMING_WORDS: Record<RehearsalWay["framing"], string> = {
  tcp: "Modbus TCP",
  rtu: "Modbus RTU",
  ascii: "Modbus ASCII",
  gateway: "CANopen through a gateway",
};

async function noted(db: Database, position: PositionRow, family: Definition): Promise<Way> {
  const known = await notedWay(db, position);
  if (known) return wayOver(db, known, family);
  const { modbus } = family.file;
  if (!modbus) return { way: { framing: "gateway" }, link: undefined };
  const framing = modbus.framings[0]!;
  return {
    way: { framing, baud: framing === "tcp" ? undefined : modbus.defaults.baud },
    link: undefined,
  };
}

/** The same framing, at the pace of the line where one is told; behind a gateway the family's usual one is taken, of a bus the one that was measured there last. */
async function wayOver(
  db: Database,
  { linkId, link }: { linkId: number; link: LinkSettings },
  { file: { modbus, canopen } }: Definition,
): Promise<Way> {
  const baud = modbus?.defaults.baud;
  switch (link.kind) {
    case "canopen-gateway":
      return canopen
        ? { way: { framing: "gateway", exchangeMs: await measuredPace(db, linkId) }, link }
        : { way: { framing: "rtu", baud }, link };
    case "modbus-serial":
      return { way: { framing: link.framing, baud: link.baud }, link };
    case "modbus-rtu-over-tcp":
      return { way: { framing: "rtu", baud }, link };
    case "modbus-tcp":
      return { way: { framing: "tcp" }, link };
  }
}
