import { decodeKey, encodeKey } from "@/core/value";
import { factsOf } from "./facts";
import type { Cell, SheetRow } from "./row";
import type { SheetData, SheetGroup } from "./rows";

/** What of one drive can stand side by side: its parameter sets, or its axes. */
export const BESIDES = ["sets", "axes"] as const;
export type Beside = (typeof BESIDES)[number];

/** Which of them a sheet has several of. */
export function besidesOf(data: SheetData): Beside[] {
  return BESIDES.filter((each) => factsOf(data)[each].length > 1);
}

/**
 * The sets (or axes) of the sheet's first column side by side: one row for what is the same parameter in each, a column for each of them. What belongs to none
 * of them is left out, since it has nothing to stand beside. A row differs where two hold something else; what one has not is not told, and differs from nothing.
 */
export function sideBySide(data: SheetData, by: Beside): SheetData {
  const numbers = factsOf(data)[by];
  const { source } = data.columns[0]!;
  const groups = new Map<string, SheetGroup>();
  const rows = new Map<string, SheetRow>();
  for (const group of data.groups)
    for (const row of group.rows) {
      const at = numbers.indexOf(by === "axes" ? group.axis : (row.set ?? 0));
      if (at < 0) continue;
      const code = common(row.code, by);
      const key = `${by === "axes" ? 0 : group.axis} ${code}`;
      const made =
        rows.get(key) ?? rowIn(groupFor(group, by, groups), row, { code, by, count: numbers.length });
      rows.set(key, made);
      made.cells[at] = row.cells[0]!;
      if (row.notDefault) made.notDefault = true;
      if (row.outside) made.outside = [made.outside, row.outside].filter(Boolean).join(" ");
    }
  for (const row of rows.values()) compare(row);
  return {
    ...data,
    beside: true,
    compares: true,
    columns: numbers.map((each) => ({ title: `${by === "axes" ? "Axis" : "Set"} ${each}`, source })),
    groups: [...groups.values()],
  };
}

/** The code that its counterparts share. */
function common(code: string, by: Beside): string {
  const key = decodeKey(code)!;
  return encodeKey(by === "axes" ? { ...key, axis: 0 } : { ...key, set: 0 });
}

const MISSING: Cell = { text: "", unit: "", meaning: "", missing: true };

function rowIn(
  group: SheetGroup,
  { by: _by, verdict: _verdict, outside: _outside, untold: _untold, set, ...rest }: SheetRow,
  { code, by, count }: { code: string; by: Beside; count: number },
): SheetRow {
  const cells = Array.from({ length: count }, () => MISSING);
  const made = { ...rest, ...(by === "axes" && set ? { set } : {}), code, cells, notDefault: false };
  group.rows.push(made);
  return made;
}

/** The group in which its counterparts stand together; its title names none of them. */
function groupFor(group: SheetGroup, by: Beside, groups: Map<string, SheetGroup>): SheetGroup {
  const title = by === "sets" ? group.title.replace(/, set \d+$/, "") : group.title;
  const trail = by === "axes" ? group.trail.replace(/^Axis \d+( · )?/, "") : group.trail;
  const axis = by === "axes" ? 0 : group.axis;
  const key = JSON.stringify([axis, trail, title]);
  const made = groups.get(key) ?? { id: group.id, title, trail, axis, rows: [] };
  groups.set(key, made);
  return made;
}

function compare(row: SheetRow): void {
  const held = row.cells.filter((each) => !each.missing);
  const said = held.map(({ text, unit }) => `${text} ${unit}`);
  row.differs = !row.moving && new Set(said).size > 1;
  if (!row.moving && held.length > 0 && held.length < row.cells.length) row.untold = true;
  if (!row.differs || held.length < 3) return;
  const most = said.find((each) => said.filter((one) => one === each).length * 2 > said.length);
  if (most !== undefined)
    row.cells = row.cells.map((each) =>
      each.missing || `${each.text} ${each.unit}` === most ? each : { ...each, odd: true },
    );
}
