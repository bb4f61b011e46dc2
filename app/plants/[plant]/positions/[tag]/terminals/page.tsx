import { notFound } from "next/navigation";
import { idOf } from "@/app/_lib/id-of";
import { page } from "@/app/_lib/page";
import { positionPath } from "@/core/plant/position-path";
import { recordWords } from "@/core/set";
import { terminalsOf } from "@/core/terminal";
import { plantPath } from "@/features/house/plant-path";
import { TerminalList } from "@/features/terminals/terminal-list";
import { recordAt, recordColumn } from "@/server/ledger";
import { Link } from "@/ui/link";
import { Empty } from "@/ui/notice";
import { moment } from "@/ui/when";

const { Page, generateMetadata } = page("see", {
  title: ({ params }) => `Terminals of ${params.tag}`,
  async render({ app, plant, params, query }) {
    const found = await recordAt(app.db, plant.id, params.tag!, idOf(query.record) ?? "standing");
    if (!found) notFound();
    const { row, tag } = found;
    const definition = await app.shelf.ofRecord(app.db, row);
    const terminals = definition ? terminalsOf(definition, (await recordColumn(app.db, row)).values) : [];
    return (
      <div className="flex-1 min-h-0 overflow-auto">
        <div className="px-6 max-sm:px-3 py-4 w-full max-w-6xl mx-auto">
          <h1 className="text-xl font-semibold">
            Terminals of {tag}, {recordWords(row)}
          </h1>
          <p className="text-soft text-[15px]">
            As they were recorded {moment(row.takenAt)}, {row.takenByName}.{" "}
            <Link
              className="underline underline-offset-4"
              href={plantPath(plant.slug, positionPath(tag, `?record=${row.number}`))}
            >
              Back to the record
            </Link>
          </p>
          {terminals.length === 0 ? (
            <Empty title="No terminals are told.">
              The definition of this family does not say which there are.
            </Empty>
          ) : (
            <TerminalList terminals={terminals} live={false} />
          )}
        </div>
      </div>
    );
  },
});
export { Page as default, generateMetadata };
