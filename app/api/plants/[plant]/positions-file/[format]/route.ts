import { serveFile } from "@/app/_lib/serve";
import { FILE_TYPES } from "@/app/_lib/file-types";
import { positions } from "@/core/contract";
import { good } from "@/core/drive";
import { plantList, plantListCsv, plantListWorkbook } from "@/server/plant";
import { dayOf } from "@/server/when";

export const GET = serveFile(positions.positionsFile, async ({ app, plant, params: { format } }) => {
  const lines = (await plantList(app.db, app.shelf, plant.id)).map((each) => each.listed);
  return good({
    name: `positions-${dayOf(app.now())}.${format}`,
    type: FILE_TYPES[format],
    content: format === "csv" ? plantListCsv(lines) : Buffer.from(await plantListWorkbook(lines)),
  });
});
