import Link from "next/link";
import { page } from "@/app/_lib/page";
import { plantPath } from "@/features/house/plant-path";
import { readJournal } from "@/server/journal";
import { Empty } from "@/ui/notice";
import { moment } from "@/ui/when";

const { Page, generateMetadata } = page("see", {
  title: "Journal",
  async render({ app, plant }) {
    const lines = await readJournal(app.db, plant.id, 300);
    if (lines.length === 0)
      return (
        <Empty title="What happens in the plant's ledger will stand here.">
          Every record, every restore, every standing record raised, with who and when.
        </Empty>
      );
    return (
      <div className="px-6 py-6 max-w-5xl w-full mx-auto">
        <h1 className="text-xl font-semibold mb-3">Journal</h1>
        <table className="w-full bg-leaf border border-hairline text-[15px]">
          <tbody>
            {lines.map((line) => (
              <tr key={line.id} className="border-t border-hairline h-9">
                <td className="margin-rule w-44 pl-3 pr-2 text-soft text-[14px] whitespace-nowrap">
                  {moment(line.at)}
                </td>
                <td className="pl-4 w-20 font-mono text-[14px]">
                  {line.tag && (
                    <Link
                      href={plantPath(plant.slug, `/positions/${line.tag}`)}
                      className="hover:underline underline-offset-4"
                    >
                      {line.tag}
                    </Link>
                  )}
                </td>
                <td className="py-1">
                  {line.href ? (
                    <Link
                      href={plantPath(plant.slug, line.href)}
                      className="hover:underline underline-offset-4 decoration-copper"
                    >
                      {line.text}
                    </Link>
                  ) : (
                    line.text
                  )}
                </td>
                <td className="w-36 text-soft pr-3" title={line.account ?? undefined}>
                  {line.byName}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    );
  },
});
export { Page as default, generateMetadata };
