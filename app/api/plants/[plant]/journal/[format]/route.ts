import { serveFile } from "@/app/_lib/serve";
import { between } from "@/app/_lib/days";
import { FILE_TYPES } from "@/app/_lib/file-types";
import { journal, JOURNAL_KINDS, type JournalKind } from "@/core/contract";
import { good } from "@/core/drive";
import { readJournal } from "@/server/journal";
import { tableCsv, tableWorkbook, type Columns } from "@/server/table-file";
import { dayOf } from "@/server/when";

/** More than a person reads, and what a spreadsheet still opens. */
const MOST = 100_000;

type Line = Awaited<ReturnType<typeof readJournal>>[number];
const COLUMNS: Columns<Line> = [
  ["When", (each) => each.at],
  ["Position", (each) => each.tag ?? ""],
  ["Kind", (each) => JOURNAL_KINDS[each.kind as JournalKind] ?? each.kind],
  ["What", (each) => each.text],
  ["Who", (each) => each.byName],
  ["Account", (each) => each.account ?? ""],
];

export const GET = serveFile(journal.journalFile, async ({ app, plant, params: { format }, query }) => {
  const { from, until, ...rest } = query;
  const lines = await readJournal(app.db, plant.id, MOST, { ...rest, ...between(from, until) });
  return good({
    name: `journal-${dayOf(app.now())}.${format}`,
    type: FILE_TYPES[format],
    content:
      format === "csv"
        ? tableCsv(COLUMNS, lines)
        : Buffer.from(await tableWorkbook("Journal", COLUMNS, lines)),
  });
});
