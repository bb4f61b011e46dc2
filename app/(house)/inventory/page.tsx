import { Inventory } from "@/features/inventory/inventory";
import { application } from "@/server/application";
import { listInventory } from "@/server/plant";

export const metadata = { title: "Inventory" };

export default async function Page() {
  const app = await application();
  return <Inventory lines={await listInventory(app.db, app.shelf)} />;
}
