import { FILE_TYPES } from "@/app/_lib/file-types";
import { good, type Result } from "@/core/drive";
import { plainFileName } from "@/core/format";
import type { Paper } from "@/core/paper";
import type { Application } from "@/server/application";
import { headingOf, printPaper } from "@/server/paper";
import { moment } from "@/server/when";

/** A paper as a PDF file named after what it is, with the heading of its plant. */
export async function sendPaper(
  app: Application,
  plantId: number,
  name: string,
  paper: Paper,
): Promise<Result<{ name: string; type: string; content: BodyInit }>> {
  const printed = await printPaper(paper, await headingOf(app.db, plantId), moment(app.now()));
  if (!printed.ok) return printed;
  return good({
    name: plainFileName(`${name}.pdf`),
    type: FILE_TYPES.pdf,
    content: Buffer.from(printed.value),
  });
}
