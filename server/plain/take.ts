import { sql } from "drizzle-orm";
import { bad, good, type Result } from "@/core/drive";
import { counted } from "@/core/words";
import type { Database } from "@/server/database";
import { writeJournal } from "@/server/journal";
import type { Person } from "@/server/people";
import { KINDS, type Doc } from "./kinds";
import { takeSettings } from "./settings";
import { settle, standingNow } from "./settle";
import { SourceFault, type Source } from "./source";
import { takeDefinitions } from "./take-definitions";
import { takePeople } from "./take-people";
import { plantOf, takeDrives, takePosition } from "./take-places";
import { takeFiles, takeReceipt } from "./take-receipts";
import { numberedRecords, takeRecord } from "./take-records";
import { parsed, Taking, type TakenIn } from "./taking";
import { PLAIN_FORMAT } from "./write";

/**
 * Takes an export in: all of it or nothing. What is known already, by the uid that everything kept has, is left as it is; what is new is added once. Where the two do not
 * agree both stay, and it is said. Records are held against their hashes first. Only looked at, it tells the same and leaves nothing.
 */
export async function takeIn(
  db: Database,
  person: Person,
  source: Source,
  now: Date,
  how: "take" | "look" = "take",
): Promise<Result<TakenIn>> {
  try {
    return await db.transaction(async (tx) => {
      const taken = await takeAll(new Taking(tx, person, source, now));
      if (how === "look") throw new Looked(taken);
      return taken;
    });
  } catch (error) {
    if (error instanceof Looked) return error.taken;
    const text = error instanceof SourceFault ? error.message : whyRefused(error);
    if (text === undefined) throw error;
    return bad({
      kind: "bad-file",
      text,
      remedy: "Make the export anew where it came from. Nothing was changed.",
    });
  }
}

/** Ends the transaction of an export that was only looked at. */
class Looked extends Error {
  constructor(readonly taken: Result<TakenIn>) {
    super("only looked at");
  }
}

async function takeAll(taking: Taking): Promise<Result<TakenIn>> {
  const head = await taking.json<{ calmLedgerExport?: unknown; plants?: unknown }>("ledger.json");
  if (typeof head.calmLedgerExport !== "number" || !Array.isArray(head.plants))
    throw new SourceFault("ledger.json is of no export.");
  if (head.calmLedgerExport > PLAIN_FORMAT)
    throw new SourceFault(
      `The export is of version ${head.calmLedgerExport}; this program reads up to ${PLAIN_FORMAT}.`,
    );
  await takePeople(taking);
  await takeDefinitions(taking);
  for (const slug of head.plants as string[]) await takePlant(taking, String(slug));
  return good(taking.taken);
}

async function takePlant(taking: Taking, slug: string): Promise<void> {
  const within = (folder: string): string[] =>
    taking.source.paths.filter((each) => each.startsWith(`${slug}/${folder}`)).sort();
  const { plant, areas, links } = await taking.json<{ plant: Doc; areas: Doc[]; links: Doc[] }>(
    `${slug}/plant.json`,
  );
  const { id: plantId, name, uid } = await plantOf(taking, plant);
  taking.plant = uid;
  taking.taken.plants.push(name);
  taking.taken.plantIds.push(plantId);
  await taking.aliases(areas, "area", (each) => sql`plant_id = ${plantId} and name = ${each.name}`);
  await taking.add(KINDS.area, areas);
  await taking.aliases(links, "link", (each) => sql`plant_id = ${plantId} and key = ${each.key}`);
  await taking.add(KINDS.link, links);
  // Former files have none.
  for (const path of within("settings.json")) await takeSettings(taking, path, plantId);
  const folders = within("positions/").filter((each) => each.endsWith("/position.json"));
  const positions: Array<
    Record<"formerTags" | "standing" | "notes" | "labels", Doc[]> & {
      checks?: Doc[];
      parameterNotes?: Doc[];
      position: Doc;
      folder: string;
    }
  > = [];
  for (const path of folders)
    positions.push({ ...(await taking.json(path)), folder: path.slice(0, -"position.json".length) });
  for (const each of positions) await takePosition(taking, each.position, plantId);
  for (const each of positions) {
    await taking.add(KINDS.formerTag, each.formerTags);
    await taking.add(KINDS.positionChecks, each.checks ?? []);
    await taking.add(KINDS.parameterNote, each.parameterNotes ?? []);
  }
  await takeDrives(taking, within("drives/"));
  for (const { folder, position: doc, ...words } of positions) {
    const at = taking.mapped(doc).uid!;
    const before = await standingNow(taking, at);
    for (const path of within(folder.slice(slug.length + 1) + "records/"))
      await takeRecord(taking, path, plantId);
    await taking.add(KINDS.note, words.notes);
    await taking.add(KINDS.label, words.labels);
    await taking.add(KINDS.standing, words.standing);
    await settle(taking, at, before);
    if (taking.source.paths.includes(`${folder}restores.json`)) {
      const { jobs, steps } = await taking.json<{ jobs: Doc[]; steps: Doc[] }>(`${folder}restores.json`);
      for (const job of jobs)
        job.detail = await numberedRecords(taking, job.detail as Record<string, unknown>);
      await taking.add(KINDS.job, jobs);
      await taking.add(KINDS.jobStep, steps);
    }
  }
  for (const path of within("positions/").filter((each) => each.endsWith("/rehearsals.json")))
    await taking.add(KINDS.rehearsal, (await taking.json<{ rehearsals: Doc[] }>(path)).rehearsals);
  for (const path of within("positions/").filter((each) => each.endsWith("/drafts.json"))) {
    const { drafts, steps } = await taking.json<{ drafts: Doc[]; steps: Doc[] }>(path);
    await taking.add(KINDS.draft, drafts);
    await taking.add(KINDS.draftStep, steps);
  }
  const receipts = within("positions/").filter((each) => /\/receipts\/[^/]+$/.test(each));
  for (const path of receipts.sort(byName)) await takeReceipt(taking, path);
  const rounds = await taking.json<{ rounds: Doc[]; positions: Doc[] }>(`${slug}/rounds.json`);
  await taking.add(KINDS.round, rounds.rounds);
  await taking.add(KINDS.roundPosition, rounds.positions);
  // Former files have none.
  for (const path of within("batches.json")) {
    const { batches, members } = await taking.json<{ batches: Doc[]; members: Doc[] }>(path);
    await taking.add(KINDS.batch, batches);
    await taking.add(KINDS.batchMember, members);
  }
  const shifts = await taking.json<{ handovers: Doc[]; acceptances: Doc[] }>(`${slug}/shifts.json`);
  await taking.add(KINDS.handover, shifts.handovers);
  await taking.add(KINDS.acceptance, shifts.acceptances);
  await takeFiles(taking, slug);
  for (const path of within("journal/")) {
    const lines = (await taking.source.text(path)).split("\n").filter(Boolean);
    taking.taken.added.lines += await taking.add(
      KINDS.journal,
      lines.map((each) => parsed<Doc>(each, path)),
    );
  }
  const { added, contradictions } = taking.taken;
  await writeJournal(taking.tx, {
    at: taking.now,
    plantId,
    by: taking.person.id,
    byName: taking.person.name,
    kind: "plant",
    text: `Took an export of ${name} in: ${counted(added.records, "record")}, ${counted(added.receipts, "receipt")} and ${counted(added.files, "file")} were new.${contradictions.length > 0 ? ` ${contradictions.join(" ")}` : ""}`,
  });
}

/** What the database says of content that it cannot hold (SQLSTATE classes 22 and 23), in words; undefined for what is no fault of the content. */
function whyRefused(error: unknown): string | undefined {
  const cause = (error as { cause?: { code?: unknown; message?: unknown } } | undefined)?.cause;
  return typeof cause?.code === "string" && /^2[23]/.test(cause.code)
    ? `Something in the export is not as it should be: ${String(cause.message)}.`
    : undefined;
}

/** By the number at the end of the name, so that receipts come in as they were written. */
const byName = (a: string, b: string): number => (a.split("/").at(-1)! < b.split("/").at(-1)! ? -1 : 1);
