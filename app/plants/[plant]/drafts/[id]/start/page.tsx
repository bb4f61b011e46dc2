import { notFound, redirect } from "next/navigation";
import { idOf } from "@/app/_lib/id-of";
import { page } from "@/app/_lib/page";
import { placesOf } from "@/core/quantity";
import { startQuestions } from "@/core/start";
import { StartPage } from "@/features/draft/start-page";
import { plantPath } from "@/features/house/plant-path";
import { loadDraft } from "@/server/drafts";

const { Page, generateMetadata } = page("draft", {
  title: "Starting questions",
  async render({ app, plant, params, query }) {
    const loaded = await loadDraft(app.db, app.shelf, plant.id, idOf(params.id) ?? 0);
    if (!loaded) notFound();
    const { row, tag, definition, values } = loaded;
    if (row.closedAt) redirect(plantPath(plant.slug, `/drafts/${row.id}`));
    const places = placesOf(definition);
    const [axis = "", set = ""] = (query.at ?? "").split("-");
    const place = places.find((each) => each.axis === Number(axis) && each.set === Number(set)) ?? places[0]!;
    return (
      <StartPage
        key={`${place.axis}-${place.set}`}
        draft={{ id: row.id, tag, title: row.title, family: definition.title }}
        place={place}
        places={places}
        {...startQuestions(definition, values, place)}
      />
    );
  },
});
export { Page as default, generateMetadata };
