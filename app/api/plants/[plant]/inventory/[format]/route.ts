import { serveFile } from "@/app/_lib/serve";
import { FILE_TYPES } from "@/app/_lib/file-types";
import { ledger } from "@/core/contract";
import { good } from "@/core/drive";
import { inventoryCsv, inventoryWorkbook, listInventory } from "@/server/plant";
import { dayOf } from "@/server/when";

export const GET = serveFile(ledger.inventoryFile, async ({ app, plant, params: { format } }) => {
  const lines = await listInventory(app.db, app.shelf, plant.id);
  return good({
    name: `inventory-${dayOf(app.now())}.${format}`,
    type: FILE_TYPES[format],
    content: format === "csv" ? inventoryCsv(lines) : Buffer.from(await inventoryWorkbook(lines)),
  });
});
