import Link from "next/link";
import { application } from "@/server/application";
import { positionsByDefinition } from "@/server/plant";

export const metadata = { title: "Families" };

export default async function Page() {
  const app = await application();
  const used = await positionsByDefinition(app.db, app.shelf.all.map((each) => each.id));
  return (
    <div className="px-6 py-6 max-w-6xl w-full mx-auto">
      <h1 className="text-xl font-semibold mb-3">Families</h1>
      <div className="space-y-4">
        {app.shelf.all.map((definition) => (
          <section key={definition.id} className="bg-leaf border border-hairline rounded-page p-5">
            <h2 className="text-lg font-semibold"><Link className="hover:underline underline-offset-4 decoration-copper" href={`/families/${definition.id}`}>{definition.title}</Link></h2>
            <p>{definition.file.about}</p>
            <dl className="mt-2 grid grid-cols-[10rem_1fr] text-[15px] gap-y-0.5">
              <dt className="text-soft">Firmware</dt><dd>{definition.file.firmware.from} up to {definition.file.firmware.below ? `before ${definition.file.firmware.below}` : "the newest"}</dd>
              <dt className="text-soft">Ratings</dt><dd>{definition.file.ratings.map((each) => each.name).join(", ")}</dd>
              <dt className="text-soft">Parameters</dt><dd>{definition.parameters.length} in {definition.groups.length} groups, definition version {definition.version}</dd>
              <dt className="text-soft">Speaks</dt><dd>{definition.file.modbus ? `Modbus ${definition.file.modbus.framings.map((each) => each.toUpperCase()).join(", ")}` : "CANopen through a gateway"}</dd>
              <dt className="text-soft">Positions</dt><dd className="font-mono text-[14px]">{(used.get(definition.id) ?? []).map((tag) => <Link key={tag} className="mr-3 hover:underline underline-offset-4" href={`/positions/${tag}`}>{tag}</Link>)}</dd>
            </dl>
          </section>
        ))}
      </div>
    </div>
  );
}
