import { between } from "@/app/_lib/days";
import { idOf } from "@/app/_lib/id-of";
import { page } from "@/app/_lib/page";
import { plantPath } from "@/features/house/plant-path";
import { JournalFilter } from "@/features/journal/journal-filter";
import { JournalLines } from "@/features/journal/journal-lines";
import { journalPeople, readJournal } from "@/server/journal";
import { Link } from "@/ui/link";
import { Empty } from "@/ui/notice";

/** The line behind which a page begins, by its moment and number: "1773484800000-812". */
function behind(text: string | undefined): { at: Date; id: number } | undefined {
  const match = /^(\d{1,15})-(\d{1,10})$/.exec(text ?? "");
  const id = idOf(match?.[2]);
  return match && id ? { at: new Date(Number(match[1])), id } : undefined;
}

/** Lines on a page: some two screens. */
const MOST = 60;

const { Page, generateMetadata } = page("see", {
  title: "Journal",
  async render({ app, plant, query }) {
    const { person, tag, kind, from, until } = query;
    const wanted = {
      person: person || undefined,
      tag: tag || undefined,
      kind: kind || undefined,
      ...between(from, until),
      before: behind(query.before),
    };
    const [lines, people] = await Promise.all([
      readJournal(app.db, plant.id, MOST + 1, wanted),
      journalPeople(app.db, plant.id),
    ]);
    const asked = Object.values(wanted).some((each) => each !== undefined);
    const older =
      lines.length > MOST &&
      new URLSearchParams(
        Object.entries({
          person,
          tag,
          kind,
          from,
          until,
          before: `${lines[MOST - 1]!.at.getTime()}-${lines[MOST - 1]!.id}`,
        }).flatMap(([key, value]) => (value ? [[key, value]] : [])),
      );
    if (lines.length === 0 && !asked)
      return (
        <Empty title="What happens in the plant's ledger will stand here.">
          Every record, every restore, every standing record raised, with who and when.
        </Empty>
      );
    return (
      <div className="px-6 py-6 max-w-5xl w-full mx-auto">
        <h1 className="text-xl font-semibold mb-3">Journal</h1>
        <JournalFilter plant={plant.slug} query={query} people={people} />
        {lines.length === 0 && (
          <Empty title="No line fits.">Take something away from what is looked for.</Empty>
        )}
        {lines.length > 0 && <JournalLines plant={plant.slug} lines={lines.slice(0, MOST)} />}
        {older && (
          <p className="py-3">
            <Link
              href={plantPath(plant.slug, `/journal?${older.toString()}`)}
              className="underline underline-offset-4"
            >
              Older lines
            </Link>
          </p>
        )}
      </div>
    );
  },
});
export { Page as default, generateMetadata };
