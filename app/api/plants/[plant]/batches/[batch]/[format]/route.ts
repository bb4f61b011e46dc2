import { serveFile } from "@/app/_lib/serve";
import { FILE_TYPES } from "@/app/_lib/file-types";
import { batches, type BatchMember } from "@/core/contract";
import { bad, good } from "@/core/drive";
import { tableCsv, tableWorkbook, type Columns } from "@/server/table-file";

const COLUMNS: Columns<BatchMember> = [
  ["Position", (each) => each.tag],
  ["Title", (each) => each.title],
  ["Link", (each) => each.link],
  ["Drive", (each) => each.restore?.identity.serial],
  ["Record", (each) => each.restore?.recordNumber],
  ["Record of", (each) => each.restore?.recordTag ?? (each.restore && each.tag)],
  ["Result", resultOf],
  ["Why", (each) => each.said || each.restore?.place.why],
  ["Written", (each) => each.restore?.counts.written],
  ["Refused", (each) => each.restore?.counts.refused],
  ["Record of before", (each) => each.restore?.beforeRecord],
  ["Record of after", (each) => each.restore?.afterRecord],
  ["Receipt", (each) => each.restore?.receiptId],
];

/** How one drive came out; where it was not read to the end nothing is claimed. */
function resultOf({ restore }: BatchMember): string {
  if (!restore) return "not begun";
  if (restore.place.over === "ended") return "ended before it was done";
  if (restore.place.over !== "done") return "open";
  return restore.verified ? "verified" : "not verified";
}

export const GET = serveFile(batches.batchFile, async ({ app, plant, params: { batch, format } }) => {
  const view = await app.batches.view(plant.id, batch);
  if (!view)
    return bad({
      kind: "not-found",
      text: "There is no such batch in this plant.",
      remedy: "Open it from the journal.",
    });
  return good({
    name: `several-drives-${batch}.${format}`,
    type: FILE_TYPES[format],
    content:
      format === "csv"
        ? tableCsv(COLUMNS, view.members)
        : Buffer.from(await tableWorkbook("Several drives", COLUMNS, view.members)),
  });
});
