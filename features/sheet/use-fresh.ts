import { bench } from "@/core/contract";
import type { SheetRow } from "@/core/sheet";
import { useMay } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { again } from "@/features/live/again";
import { useAsked, useSettled } from "@/features/live/query";

/** What the drive counts and measures; a command may be a moment old. */
const FRESH: ReadonlySet<string> = new Set(["measured", "counter", "clock"]);
const SETTLE_MS = 300;
/** As many as are asked for at once. */
const MOST = 64;

/** Keeps the measured values among the rows in sight as they are now in a connected drive, as often as its line can bear; gives a row with its live cell put in. */
export function useFresh(
  connection: string | undefined,
  inSight: readonly SheetRow[],
): (row: SheetRow) => SheetRow {
  const { plant } = usePlant();
  // Who follows only sees what was read: a question of theirs to the drive would be turned away.
  const may = useMay("connect");
  const wanted = connection === undefined || !may ? "" : codesOf(inSight);
  const codes = useSettled(wanted, SETTLE_MS);
  const answer = useAsked(
    bench.valuesNow,
    { params: { plant, connection: connection ?? "" }, query: { codes } },
    { enabled: connection !== undefined && codes !== "", everyMs: again },
  );
  const now = answer?.ok ? new Map(answer.value.values.map((each) => [each.code, each])) : undefined;
  return (row) => {
    const fresh = now?.get(row.code);
    const [first, ...rest] = row.cells;
    if (!fresh || !first) return row;
    const { text, unit, meaning } = fresh;
    return { ...row, cells: [{ ...first, text, unit, meaning, missing: undefined }, ...rest] };
  };
}

const codesOf = (rows: readonly SheetRow[]): string =>
  rows
    .filter((each) => FRESH.has(each.kind))
    .slice(0, MOST)
    .map((each) => each.code)
    .join(",");
