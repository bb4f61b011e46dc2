import { addressOf, journal, JOURNAL_KINDS } from "@/core/contract";
import { Field } from "@/ui/field";
import { Select } from "@/ui/select";

type Query = Record<string, string | undefined>;

/** What is looked for in the journal: a form that works by its address alone, so that it can be sent to a colleague. */
export function JournalFilter({ plant, query, people }: { plant: string; query: Query; people: string[] }) {
  const { person, tag, kind, from, until } = query;
  const wanted = Object.fromEntries(
    Object.entries({ person, tag, kind, from, until }).filter(([, value]) => value),
  );
  const link = "underline underline-offset-4 decoration-hairline hover:decoration-copper";
  const file = (format: "csv" | "xlsx"): string =>
    addressOf(journal.journalFile, { params: { plant, format }, query: wanted as object });
  return (
    <form method="get" className="flex flex-wrap items-end gap-3 mb-3 no-print">
      <div className="w-28">
        <Field label="Position" name="tag" defaultValue={tag} autoComplete="off" />
      </div>
      <Select label="Who" name="person" defaultValue={person ?? ""} className="w-40">
        <option value="">everybody</option>
        {people.map((each) => (
          <option key={each}>{each}</option>
        ))}
      </Select>
      <Select label="What" name="kind" defaultValue={kind ?? ""} className="w-44">
        <option value="">everything</option>
        {Object.entries(JOURNAL_KINDS).map(([each, words]) => (
          <option key={each} value={each}>
            {words}
          </option>
        ))}
      </Select>
      <div className="w-40">
        <Field label="From" name="from" type="date" defaultValue={from} />
      </div>
      <div className="w-40">
        <Field label="Until" name="until" type="date" defaultValue={until} />
      </div>
      <button
        type="submit"
        className="min-h-9 pointer-coarse:min-h-11 px-3.5 rounded-page border border-hairline hover:border-copper font-medium text-[15px] bg-leaf"
      >
        Show
      </button>
      <p className="pb-2 text-[15px]">
        Take it along as{" "}
        <a className={link} download href={file("csv")}>
          CSV
        </a>{" "}
        or{" "}
        <a className={link} download href={file("xlsx")}>
          spreadsheet
        </a>
      </p>
    </form>
  );
}
