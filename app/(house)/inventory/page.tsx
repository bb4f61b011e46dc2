import { Inventory } from "@/features/inventory/inventory";
import { application } from "@/server/application";
import { listInventory } from "@/server/plant";

export const metadata = { title: "Inventory" };

export default async function Page() {
  const app = await application();
  const lines = await listInventory(app.db, app.shelf);
  return <Inventory lines={lines.map((each) => ({ ...each, recordedAt: each.recordedAt?.getTime() }))} />;
}
