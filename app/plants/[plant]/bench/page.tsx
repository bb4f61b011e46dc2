import { familyView } from "@/app/_lib/family-view";
import { page } from "@/app/_lib/page";
import { wayOf } from "@/app/_lib/way-of";
import { BenchPage } from "@/features/bench/bench-page";
import { driveText, type KnownDrive } from "@/features/bench/types";
import { listLinks } from "@/server/bench";
import { hasAcknowledged } from "@/server/people";
import { listPlaces } from "@/server/plant";

const { Page, generateMetadata } = page("see", {
  title: "Bench",
  async render({ app, person, plant, query }) {
    const { tag } = query;
    const [links, places, acknowledged] = await Promise.all([
      listLinks(app.db, plant.id),
      listPlaces(app.db, plant.id),
      hasAcknowledged(app.db, person),
    ]);
    const wanted = places.find((each) => each.tag === tag);
    return (
      <BenchPage
        acknowledged={acknowledged}
        name={person.name}
        families={app.shelf.all.map(familyView)}
        start={wanted ? { link: wanted.link, unit: wanted.unit ?? 1 } : wayOf(query)}
        links={links
          .filter(
            (link) =>
              link.lastSuccess !== null ||
              link.seen.length > 0 ||
              places.some((each) => each.linkId === link.id),
          )
          .map((link) => {
            const placed = places
              .filter((each) => each.linkId === link.id)
              .map((each): KnownDrive => ({
                unit: each.unit ?? 1,
                tag: each.tag,
                title: each.title,
                untried: !each.tried,
              }));
            const seen = link.seen
              .filter((each) => !placed.some((one) => one.unit === each.unit))
              .map((each): KnownDrive => ({
                unit: each.unit,
                seenAt: each.at.getTime(),
                text: each.identity ? `${each.identity.vendor} ${driveText(each.identity)}` : undefined,
              }));
            return {
              id: link.id,
              name: link.name,
              link: link.settings,
              lastSuccess: link.lastSuccess?.getTime(),
              drives: [...placed, ...seen].sort((a, b) => a.unit - b.unit),
            };
          })}
      />
    );
  },
});
export { Page as default, generateMetadata };
