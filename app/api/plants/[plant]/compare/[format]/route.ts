import { serveFile } from "@/app/_lib/serve";
import { comparedColumns, leftWords, sideBySide } from "@/app/_lib/compare-columns";
import { FILE_TYPES } from "@/app/_lib/file-types";
import { sendPaper } from "@/app/_lib/send-paper";
import { papers } from "@/core/contract";
import { bad, good } from "@/core/drive";
import { comparePaper, compareTable } from "@/server/paper";

export const GET = serveFile(papers.comparePaper, async ({ app, plant, params: { format }, query }) => {
  const { columns, by = "code", rows = "all" } = query;
  const compared = await comparedColumns(app, plant.id, columns.split("|"));
  const what = sideBySide(compared, by);
  if (!what)
    return bad({
      kind: "not-found",
      text: `None of ${columns.split("|").join(", ")} is here.`,
      remedy: "Choose what to compare on the page Compare, and take the file there.",
    });
  if (format === "pdf")
    return sendPaper(app, plant.id, "compared", comparePaper(what, rows, leftWords(compared, by)));
  const content = await compareTable(what, rows, format);
  return good({
    name: `compared.${format}`,
    type: FILE_TYPES[format],
    content: typeof content === "string" ? content : Buffer.from(content),
  });
});
