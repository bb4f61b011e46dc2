import { serveFile } from "@/app/_lib/serve";
import { FILE_TYPES } from "@/app/_lib/file-types";
import { NO_ROUND } from "@/app/_lib/no-round";
import { rounds } from "@/core/contract";
import { good } from "@/core/drive";
import { findRound, type RoundLine } from "@/server/rounds";
import { tableCsv, tableWorkbook, type Columns } from "@/server/table-file";

const COLUMNS: Columns<RoundLine> = [
  ["Area", (each) => each.area],
  ["Position", (each) => each.tag],
  ["Title", (each) => each.title],
  ["Result", (each) => each.state],
  ["What", (each) => each.said],
  ["Record", (each) => each.record],
  ["When", (each) => (each.at === undefined ? undefined : new Date(each.at))],
  ["Who", (each) => each.byName ?? ""],
];

export const GET = serveFile(rounds.roundFile, async ({ app, plant, params: { round, format } }) => {
  const found = await findRound(app.db, plant.id, round);
  if (!found) return NO_ROUND;
  return good({
    name: `round-${round}.${format}`,
    type: FILE_TYPES[format],
    content:
      format === "csv"
        ? tableCsv(COLUMNS, found.lines)
        : Buffer.from(await tableWorkbook("Round", COLUMNS, found.lines)),
  });
});
