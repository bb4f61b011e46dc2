import { familyView } from "@/app/_lib/family-view";
import { page } from "@/app/_lib/page";
import { positionPath } from "@/core/plant/position-path";
import { plantPath } from "@/features/house/plant-path";
import { Offered } from "@/features/house/rights";
import { positionsByDefinition } from "@/server/plant";
import { ButtonLink } from "@/ui/button";
import { Link } from "@/ui/link";
import { day } from "@/ui/when";

const { Page, generateMetadata } = page("see", {
  title: "Families",
  async render({ app, plant }) {
    const used = await positionsByDefinition(
      app.db,
      plant.id,
      app.shelf.all.map((each) => each.id),
    );
    const to = (href: string): string => plantPath(plant.slug, href);
    return (
      <div className="px-6 py-6 max-w-6xl w-full mx-auto">
        <div className="flex items-center gap-4 mb-3">
          <h1 className="text-xl font-semibold flex-1">Families</h1>
          <Offered right="define">
            {" "}
            <ButtonLink href={to("/families/import")} letter="i">
              Import a definition
            </ButtonLink>
          </Offered>
        </div>
        <div className="space-y-4">
          {app.shelf.all.map((definition) => {
            const { file } = definition;
            const imported = app.shelf.importOf(definition.id);
            const view = familyView(definition);
            return (
              <section key={definition.id} className="bg-leaf border border-hairline rounded-page p-5">
                <h2 className="text-lg font-semibold">
                  <Link
                    className="hover:underline underline-offset-4 decoration-copper"
                    href={to(`/families/${definition.id}`)}
                  >
                    {definition.title}
                  </Link>
                </h2>
                <p>{file.about}</p>
                <dl className="mt-2 grid grid-cols-[10rem_1fr] text-[15px] gap-y-0.5">
                  <dt className="text-soft">Speaks</dt>
                  <dd>
                    {view.protocol === "modbus"
                      ? `Modbus ${view.framings.map((each) => each.toUpperCase()).join(", ")}`
                      : "CANopen through a gateway"}
                  </dd>
                  <dt className="text-soft">Ratings</dt>
                  <dd>{file.ratings.map((each) => each.name).join(", ")}</dd>
                  <dt className="text-soft">Firmware</dt>
                  <dd>
                    {file.firmware.from}{" "}
                    {file.firmware.below ? `up to before ${file.firmware.below}` : "and newer"}
                  </dd>
                  <dt className="text-soft">Parameters</dt>
                  <dd>
                    {definition.parameters.length} in {definition.groups.length} groups
                    {file.sets && `, of them some in ${file.sets.count} sets`}
                    {file.axes && `, for each of up to ${file.axes.most} axes`}
                  </dd>
                  <dt className="text-soft">Definition</dt>
                  <dd>
                    version {definition.version},{" "}
                    {imported
                      ? `imported by ${imported.byName} on ${day(imported.at)} from ${imported.source}`
                      : "ships with Calm Ledger"}
                  </dd>
                  <dt className="text-soft">Positions</dt>
                  <dd className="font-mono text-[14px]">
                    {(used.get(definition.id) ?? []).map((tag) => (
                      <Link
                        key={tag}
                        className="mr-3 hover:underline underline-offset-4"
                        href={to(positionPath(tag))}
                      >
                        {tag}
                      </Link>
                    ))}
                    {!used.has(definition.id) && <span className="font-sans text-soft">none yet</span>}
                  </dd>
                </dl>
              </section>
            );
          })}
        </div>
      </div>
    );
  },
});
export { Page as default, generateMetadata };
