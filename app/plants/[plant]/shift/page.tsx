import { page } from "@/app/_lib/page";
import { ShiftPage } from "@/features/shift/shift-page";
import { listShifts, openItems } from "@/server/shift";

const { Page, generateMetadata } = page("see", {
  title: "Shift",
  async render({ app, plant, person }) {
    const [open, shifts] = await Promise.all([
      openItems(app.db, app.overviews, plant.id),
      listShifts(app.db, plant.id),
    ]);
    return (
      <ShiftPage open={open} shifts={shifts.map(({ by, ...each }) => ({ ...each, own: by === person.id }))} />
    );
  },
});
export { Page as default, generateMetadata };
