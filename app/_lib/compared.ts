import type { ComparedWords } from "@/core/contract";
import { listName } from "@/core/definition";
import { buildHead, type SheetData } from "@/core/sheet";
import type { Application } from "@/server/application";
import type { FileBeside } from "@/server/old-files";
import { oddWords } from "@/server/sheets";
import { besideByCode, type Compared } from "./compare-columns";

/** A list of more parameters takes longer to be put side by side than one waits: its first rows go before. */
const LONG_LIST = 1000;
/** More than any screen shows at once. */
const FIRST_ROWS = 60;

/** Everything that is said of what stands side by side, by code or by meaning. */
export async function comparedWords(
  app: Application,
  asked: readonly string[],
  { found, fitting, missing, otherLists, otherwise }: Compared,
  by: "code" | "meaning",
): Promise<ComparedWords> {
  const shown = by === "meaning" ? found : fitting;
  const first = shown[0];
  const records = fitting.flatMap(({ column, row }) => (row ? [{ column, row }] : []));
  const alike = first && by === "code" && records.length === fitting.length;
  return {
    asked: [...asked],
    tokens: found.map((each) => each.column.id),
    titles: found.map((each) => each.column.title),
    missing,
    list: first && listName(first.definition),
    otherLists,
    otherwise,
    of: shown.find((each) => each.of)?.of,
    records: shown.flatMap(({ column, of }) => (of ? [{ title: column.title, ...of }] : [])),
    files: shown.flatMap(({ file }) => (file ? [fileWords(file)] : [])),
    odd: alike ? await oddWords(app.db, first.definition, records) : [],
  };
}

function fileWords({ name, of, values, notes }: FileBeside): ComparedWords["files"][number] {
  return {
    name,
    of,
    taken: values.size,
    notes: notes.map(({ line, what, reason, remedy }) => ({ line, what, reason, remedy })),
  };
}

/** The first rows of a long list that differ; undefined where the list is not long, or nothing differs. */
export function firstRows(fitting: Compared["fitting"]): SheetData | undefined {
  const [first] = fitting;
  if (!first || fitting.length < 2) return undefined;
  const beside = besideByCode(first, fitting);
  return beside[0].parameters.length > LONG_LIST ? buildHead(...beside, FIRST_ROWS) : undefined;
}
