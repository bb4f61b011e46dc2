import { currentPerson } from "@/app/_lib/person";
import { application } from "@/server/application";
import { inventoryCsv, inventoryWorkbook, listInventory } from "@/server/plant";

/** The inventory as a file: csv or xlsx. */
export async function GET(
  _request: Request,
  { params }: { params: Promise<{ format: string }> },
): Promise<Response> {
  if (!(await currentPerson())) return new Response("Sign in first.", { status: 401 });
  const { format } = await params;
  if (format !== "csv" && format !== "xlsx")
    return new Response("The inventory comes as csv or xlsx.", { status: 404 });
  const app = await application();
  const lines = await listInventory(app.db, app.shelf);
  const name = `inventory-${new Date().toISOString().slice(0, 10)}.${format}`;
  const type =
    format === "csv"
      ? "text/csv; charset=utf-8"
      : "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";
  const body = format === "csv" ? inventoryCsv(lines) : Buffer.from(await inventoryWorkbook(lines));
  return new Response(body, {
    headers: {
      "content-type": type,
      "content-disposition": `attachment; filename="${name}"`,
      "cache-control": "no-store",
    },
  });
}
