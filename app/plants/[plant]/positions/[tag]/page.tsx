import { notFound, redirect } from "next/navigation";
import { page } from "@/app/_lib/page";
import { sendSheet } from "@/app/_lib/send-sheet";
import { positionPath } from "@/core/plant/position-path";
import { outcomeWords } from "@/core/restore";
import { buildSheet } from "@/core/sheet";
import { plantPath } from "@/features/house/plant-path";
import { Position } from "@/features/ledger/position";
import type { Application } from "@/server/application";
import { openDrafts } from "@/server/drafts";
import { filesOf } from "@/server/files";
import {
  defaultColumn,
  labelsOf,
  listRecords,
  notesOf,
  recordColumn,
  standingsOf,
  wasNotRead,
  type RecordRow,
} from "@/server/ledger";
import { findPosition, fittedDrive, linkLines, linkOf, positionOfFormerTag } from "@/server/plant";
import { listReceipts } from "@/server/restore";

/** What a drive said of itself beside its plate, in words. */
function fittedWords({ powerPart, axes, options, modules, really }: RecordRow["facts"]): string[] {
  return [
    ...(powerPart ? [`power part ${powerPart}`] : []),
    ...(axes ? [`${axes} ${axes === 1 ? "axis" : "axes"}`] : []),
    ...(options ?? []).map((each) => `${each.name}${each.firmware ? ` ${each.firmware}` : ""}`),
    ...(modules?.length ? [`modules ${modules.map((each) => `${each.slot}: ${each.name}`).join(", ")}`] : []),
    ...(really ? [`really a ${really.family}, ${really.ratingName}`] : []),
  ];
}

/** A record's sheet beside its drive's defaults, with the list that the record was made under; without a record the list alone. */
async function sheetOf({ db, shelf }: Application, definitionId: string, record: RecordRow | undefined) {
  if (!record) return { definition: shelf.find(definitionId), sheet: undefined };
  const definition = await shelf.ofRecord(db, record);
  if (!definition) return { definition, sheet: undefined };
  const rating = record.rating ?? undefined;
  const columns = [await recordColumn(db, record), defaultColumn(definition, rating)];
  return { definition, sheet: buildSheet(definition, rating, columns) };
}

const { Page, generateMetadata } = page("see", {
  title: ({ params }) => params.tag!,
  async render({ app, plant, params, query }) {
    const position = await findPosition(app.db, plant.id, params.tag!);
    if (!position) {
      // Addresses and labels may carry a tag that it had before.
      const now = await positionOfFormerTag(app.db, plant.id, params.tag!);
      if (now) redirect(plantPath(plant.slug, positionPath(now.tag)));
      notFound();
    }
    const [records, standings, receipts, link, fitted, overview, drafts] = await Promise.all([
      listRecords(app.db, position.id),
      standingsOf(app.db, position.id),
      listReceipts(app.db, position.id),
      linkOf(app.db, position),
      fittedDrive(app.db, position.id),
      app.overviews.of(plant.id),
      openDrafts(app.db, position.id),
    ]);
    const [choice] = standings;
    const wanted = Number(query.record);
    const shown =
      records.find((each) => each.number === wanted) ??
      records.find((each) => each.id === choice?.recordId) ??
      // What was read from the drive before what was only ever in a file.
      records.find((each) => !wasNotRead(each.origin)) ??
      records[0];
    const ids = records.map((each) => each.id);
    // The sheet first: it is made while the database looks for the rest.
    const [{ definition, sheet }, notes, labels, files] = await Promise.all([
      sheetOf(app, position.definitionId, shown),
      notesOf(app.db, ids),
      labelsOf(app.db, ids),
      filesOf(app.db, plant.id, {
        positionId: position.id,
        driveId: fitted?.id,
        definitionId: position.definitionId || undefined,
      }),
    ]);
    const line = overview.lines.find((each) => each.tag === position.tag);
    return (
      <Position
        position={{
          tag: position.tag,
          title: position.title,
          jobNumber: position.jobNumber,
          twinGroup: position.twinGroup,
          definition: position.definitionId,
          family: definition?.title ?? (position.definitionId || "family not known yet"),
          address: link && { name: link.name, unit: position.unitAddress ?? 1, tried: position.wayTried },
          machine: position.machine,
          beforeWork: position.beforeWork,
          notes: position.notes,
          retired: position.retiredAt
            ? { at: position.retiredAt.getTime(), why: position.retiredWhy ?? "" }
            : undefined,
          verdict: position.retiredAt ? undefined : line?.verdict,
          reasons: line?.reasons ?? [],
        }}
        records={records.map((each) => ({
          number: each.number,
          takenAt: each.takenAt.getTime(),
          byName: each.takenByName,
          origin: each.origin,
          source: each.source,
          objects: app.shelf.find(each.definitionId)?.protocol === "canopen",
          serial: each.serial,
          definition: each.definitionId,
          ratingName: each.ratingName,
          firmware: each.firmware,
          fitted: fittedWords(each.facts),
          present: each.present,
          expected: each.expected,
          missing: each.missing.length,
          trip: each.trip,
          warnings: each.warnings,
          running: each.running,
          volatile: each.volatile,
          jobNumber: each.jobNumber,
          linkName: each.linkName,
          unit: each.unitAddress,
          hash: each.hashSettings.slice(0, 12),
          sameAs: records.find(
            (other) => other.number < each.number && other.hashSettings === each.hashSettings,
          )?.number,
          notes: notes
            .filter((note) => note.recordId === each.id)
            .map((note) => ({ at: note.at.getTime(), byName: note.byName, text: note.text })),
          labels: labels.get(each.id) ?? [],
        }))}
        shown={shown?.number}
        standings={standings.map(({ number, at, byName, reason }) => ({
          number,
          at: at.getTime(),
          byName,
          reason,
        }))}
        receipts={receipts.map((each) => ({
          id: each.id,
          at: each.at.getTime(),
          byName: each.byName,
          kind: each.content.kind,
          record: each.content.recordNumber,
          ended: outcomeWords(each.content).toLowerCase(),
        }))}
        sheet={sheet && (await sendSheet(() => sheet))}
        areas={overview.areas}
        files={files}
        drafts={drafts.map(({ at, ...each }) => ({ ...each, at: at.getTime() }))}
        families={app.shelf.all.map(({ id, title }) => ({ id, title }))}
        links={await linkLines(app.db, plant.id)}
      />
    );
  },
});
export { Page as default, generateMetadata };
