import { notFound } from "next/navigation";
import { idOf } from "@/app/_lib/id-of";
import { page } from "@/app/_lib/page";
import { CarryPage } from "@/features/carry-over/carry-page";
import { WhereRetired } from "@/features/ledger/where-retired";
import { retiredThere } from "@/server/bench";
import { carryView, lookAtCarry } from "@/server/carry-over";
import { recordAt } from "@/server/ledger";

const { Page, generateMetadata } = page("see", {
  title: ({ params }) => `Carry over, ${decodeURIComponent(params.tag!)}`,
  async render({ app, plant, params, query }) {
    const tag = decodeURIComponent(params.tag!);
    const asked = query.record === undefined ? "standing" : (idOf(query.record) ?? 0);
    const found = await recordAt(app.db, plant.id, tag, asked);
    if (!found) notFound();
    const record = found.row.number;
    const { definition, rating, firmware, serial } = query;
    const axes = query.axes === undefined ? undefined : idOf(query.axes);
    const to = definition && rating ? { definition, rating, firmware, serial, axes } : undefined;
    const looked = to && (await lookAtCarry(app, plant.id, tag, record, to));
    return (
      <WhereRetired said={await retiredThere(app.db, found.row.positionId)}>
        <CarryPage
          tag={tag}
          record={record}
          lacks={Math.max(0, found.row.expected - found.row.present)}
          to={to}
          view={looked?.ok ? carryView(looked.value) : undefined}
          trouble={looked && !looked.ok ? looked.trouble : undefined}
        />
      </WhereRetired>
    );
  },
});
export { Page as default, generateMetadata };
