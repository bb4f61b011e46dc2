import { page } from "@/app/_lib/page";
import { Inventory } from "@/features/inventory/inventory";
import { listInventory } from "@/server/plant";

const { Page, generateMetadata } = page("see", {
  title: "Inventory",
  async render({ app, plant }) {
    return <Inventory lines={await listInventory(app.db, app.shelf, plant.id)} />;
  },
});
export { Page as default, generateMetadata };
