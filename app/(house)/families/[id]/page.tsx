import { notFound } from "next/navigation";
import { buildSheet } from "@/features/sheet/rows";
import { Sheet } from "@/features/sheet/sheet";
import { application } from "@/server/application";
import { defaultColumn } from "@/server/ledger";

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const app = await application();
  const definition = app.shelf.find((await params).id);
  if (!definition) notFound();
  const { card, permission, trips } = definition.file;
  const columns = definition.file.ratings.map((rating) => ({ ...defaultColumn(definition, rating.id), title: `Default, ${rating.name}` }));
  return (
    <div className="flex flex-col flex-1 min-h-0 bg-leaf">
      <div className="px-5 py-3 border-b border-hairline">
        <h1 className="text-lg font-semibold">{definition.title}</h1>
        <p className="text-[15px] text-soft">{definition.file.about}</p>
        <details className="mt-1 text-[15px]">
          <summary className="cursor-pointer min-h-8">How to connect it, and what its trips mean</summary>
          <dl className="grid grid-cols-[10rem_1fr] gap-y-1 max-w-4xl mt-1">
            <dt className="text-soft">Cable</dt><dd>{card.cable}</dd><dt className="text-soft">Port on the drive</dt><dd>{card.port}</dd><dt className="text-soft">At the keypad</dt><dd>{card.keypad}</dd>
            <dt className="text-soft">On a workbench</dt><dd>{card.bench}</dd><dt className="text-soft">Manual</dt><dd>{card.manual}</dd>{permission && <><dt className="text-soft">Write permission</dt><dd>{permission.howTo}</dd></>}
            {trips.map((trip) => [<dt key={trip.number} className="text-soft">Trip {trip.number}</dt>, <dd key={`${trip.number}-text`}>{trip.name}. Causes: {trip.causes.join("; ")}. Remedies: {trip.remedies.join("; ")}.</dd>])}
          </dl>
        </details>
      </div>
      <Sheet data={buildSheet(definition, definition.file.ratings[0]?.id, columns)} />
    </div>
  );
}
