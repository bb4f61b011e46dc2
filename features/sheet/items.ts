"use client";
import { useMemo } from "react";
import type { SheetGroup, SheetRow } from "@/core/sheet";

/** A line of a sheet: the head of a group, or a row of it. */
export type Item = { kind: "group"; group: SheetGroup } | { kind: "row"; row: SheetRow; group: SheetGroup };

export const ROW_HEIGHT = 32;
export const HEAD_HEIGHT = 38;

/** Stays the same for a line, whatever a filter leaves around it. */
export function keyOf(item: Item): string {
  return item.kind === "group" ? `group ${item.group.id}` : item.row.code;
}

/** The lines of a sheet, in order. */
export function useItems(groups: SheetGroup[]): Item[] {
  return useMemo(
    () =>
      groups.flatMap((group): Item[] => [
        { kind: "group", group },
        ...group.rows.map((row): Item => ({ kind: "row", row, group })),
      ]),
    [groups],
  );
}

/** The row with a code; undefined when a filter has left it out. */
export function rowOf(items: readonly Item[], code: string | undefined): SheetRow | undefined {
  for (const item of items) if (item.kind === "row" && item.row.code === code) return item.row;
  return undefined;
}

/** Where the row lies that is `by` rows away from the one with a code; the nearest end when there is none. Undefined in an empty sheet. */
export function neighbour(items: readonly Item[], code: string | undefined, by: number): number | undefined {
  const rows = items.flatMap((item, i) => (item.kind === "row" ? [i] : []));
  const at = rows.findIndex((i) => keyOf(items[i]!) === code);
  return rows[Math.max(0, Math.min(rows.length - 1, at + by))];
}

/** The rows from one line to another, whichever comes first, without the heads between. */
export function rowsBetween(
  items: readonly Item[],
  one: string | undefined,
  other: string | undefined,
): SheetRow[] {
  const at = [one, other].map((key) => items.findIndex((item) => keyOf(item) === key));
  const [from, to] = at[0]! < at[1]! ? [at[0]!, at[1]!] : [at[1]!, at[0]!];
  if (to < 0) return [];
  return items
    .slice(Math.max(0, from < 0 ? to : from), to + 1)
    .flatMap((item) => (item.kind === "row" ? [item.row] : []));
}
