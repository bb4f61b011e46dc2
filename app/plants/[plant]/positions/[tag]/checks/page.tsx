import { notFound } from "next/navigation";
import { page } from "@/app/_lib/page";
import { ChecklistsPage } from "@/features/checklist/checklists-page";
import { checklistsOf } from "@/server/checklist";
import { findPosition } from "@/server/plant";

const { Page, generateMetadata } = page("see", {
  title: ({ params }) => `Checks, ${decodeURIComponent(params.tag!)}`,
  async render({ app, plant, params }) {
    const position = await findPosition(app.db, plant.id, decodeURIComponent(params.tag!));
    if (!position) notFound();
    const lists = await checklistsOf(app.db, position.id);
    return (
      <ChecklistsPage key={lists.version ?? 0} tag={position.tag} title={position.title} lists={lists} />
    );
  },
});
export { Page as default, generateMetadata };
