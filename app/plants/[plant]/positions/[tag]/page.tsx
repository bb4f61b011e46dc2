import { notFound } from "next/navigation";
import { page } from "@/app/_lib/page";
import { buildSheet } from "@/core/sheet";
import { Position } from "@/features/ledger/position";
import {
  defaultColumn,
  listRecords,
  notesOf,
  recordColumn,
  standingOf,
  type RecordRow,
} from "@/server/ledger";
import { findPosition, linkOf } from "@/server/plant";
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

const { Page, generateMetadata } = page("see", {
  title: ({ params }) => params.tag!,
  async render({ app, plant, params, query }) {
    const position = await findPosition(app.db, plant.id, params.tag!);
    if (!position) notFound();
    const [records, choice, receipts, link] = await Promise.all([
      listRecords(app.db, position.id),
      standingOf(app.db, position.id),
      listReceipts(app.db, position.id),
      linkOf(app.db, position),
    ]);
    const notes = await notesOf(
      app.db,
      records.map((each) => each.id),
    );
    const wanted = Number(query.record);
    const shown =
      records.find((each) => each.number === wanted) ??
      records.find((each) => each.id === choice?.recordId) ??
      records[0];
    const definition = shown
      ? await app.shelf.ofRecord(app.db, shown)
      : app.shelf.find(position.definitionId);
    const sheet =
      shown && definition
        ? buildSheet(definition, shown.rating ?? undefined, [
            await recordColumn(app.db, shown),
            defaultColumn(definition, shown.rating ?? undefined),
          ])
        : undefined;
    return (
      <Position
        position={{
          tag: position.tag,
          title: position.title,
          jobNumber: position.jobNumber,
          twinGroup: position.twinGroup,
          family: definition?.title ?? position.definitionId,
          address: link && { name: link.name, unit: position.unitAddress ?? 1 },
        }}
        records={records.map((each) => ({
          number: each.number,
          takenAt: each.takenAt.getTime(),
          byName: each.takenByName,
          origin: each.origin,
          serial: each.serial,
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
        }))}
        shown={shown?.number}
        standing={
          choice && {
            number: records.find((each) => each.id === choice.recordId)?.number ?? 0,
            at: choice.at.getTime(),
            byName: choice.byName,
            reason: choice.reason,
          }
        }
        receipts={receipts.map((each) => ({
          id: each.id,
          at: each.at.getTime(),
          byName: each.byName,
          record: each.content.recordNumber,
          outcome: each.content.outcome,
        }))}
        sheet={sheet}
      />
    );
  },
});
export { Page as default, generateMetadata };
