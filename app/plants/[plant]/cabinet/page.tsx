import { notFound } from "next/navigation";
import { page } from "@/app/_lib/page";
import { Cabinet } from "@/features/cabinet/cabinet";
import { cabinetViews, hasCabinet } from "@/server/cabinet";

const { Page, generateMetadata } = page("cabinet", {
  title: "Cabinet (stand-in)",
  async render({ app: { shelf, practice }, plant }) {
    if (!hasCabinet(plant)) notFound();
    const views = await cabinetViews(practice, plant);
    const families = shelf.all.map(({ id, title, protocol, fitting, file }) => ({
      id,
      title,
      protocol,
      firmware: fitting.firmware.includes(".") ? fitting.firmware : `${fitting.firmware}.0`,
      ratings: file.ratings.map((each) => ({ id: each.id, name: each.name })),
    }));
    return (
      <Cabinet
        families={families}
        first={views.ok ? views.value : []}
        trouble={views.ok ? undefined : views.trouble}
      />
    );
  },
});
export { Page as default, generateMetadata };
