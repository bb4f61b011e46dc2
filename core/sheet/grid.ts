import { factsOf } from "./facts";
import type { SheetData } from "./rows";

/** How a sheet is laid out: the tracks of its grid, as CSS takes them. */
export interface SheetGrid {
  /** Three columns or more: the figures of each stand closer to its left. */
  narrow: boolean;
  /** A last column says how a row differs, or the verdict on it. */
  says: boolean;
  /** How many of the sheet's columns are drawn, from the first; what the others hold stands with the row in hand. */
  shown: number;
  columns: string;
  /** The sheet is never drawn narrower than this. */
  minWidth?: string;
}

/** A character of the mono face at 14 px, and of the text face, in rem. */
const MONO = 0.54;
const PROPORTIONAL = 0.47;
/** The text beside a figure is 13 px high. */
const MEANING = 0.44;
/** Three marks have room side by side. */
const MARGIN = 3;

/**
 * The grid of a sheet: margin, code, name, a track for each column, and what is said of the row. The code's track is as wide as the longest
 * code; names get what they need as long as there is room, since a name that is cut tells nothing, and so do the texts of choices. In one hand (`phone`) code, name and the first
 * value are drawn.
 */
export function gridOf(data: SheetData, phone = false): SheetGrid {
  const count = data.columns.length;
  const narrow = count > 2;
  // Each is as narrow as it can be, and the sheet scrolls sideways in its frame where that does not do.
  const many = count > 3;
  // That sets or axes differ is said by the mark; by how much, nobody asked.
  const says = count > 1 && !many && !data.beside && !data.silent;
  const { longestCode, longestName, longestMeaning, longestText } = factsOf(data);
  const code = rem(Math.max(5.2, MONO * longestCode + 1.3));
  if (phone)
    return {
      narrow: true,
      says: false,
      shown: Math.min(1, count),
      columns: [rem(MARGIN), code, "minmax(5rem,1fr)", ...(count > 0 ? ["minmax(7.5rem,9rem)"] : [])].join(
        " ",
      ),
    };
  const name = rem(clamp(PROPORTIONAL * longestName + 0.8, 9, narrow ? 12 : 15));
  // Six of them stand beside each other on a desk's screen, three beside a leaf and with what is said of the row.
  const least = count > 5 ? 8.75 : 9.5;
  // Where there is room, the text of the longest choice has it: behind its number, the dot of a lit value, and blanks.
  const figures = MONO * (narrow ? 8 : 11) + 2.5;
  const needed = many ? 0 : Math.max(figures + MEANING * longestMeaning, MONO * (longestText + 3) + 2);
  const values = data.columns.map(({ source }) =>
    narrow || source === "default"
      ? `minmax(${rem(least)},${rem(clamp(needed, 12, 22))})`
      : `minmax(11rem,${rem(clamp(needed, 14, 22))})`,
  );
  const tracks = [
    rem(MARGIN),
    code,
    `minmax(${name},1fr)`,
    ...values,
    ...(says ? ["minmax(5rem,8rem)"] : []),
  ];
  return {
    narrow,
    says,
    shown: count,
    columns: tracks.join(" "),
    minWidth: many ? rem(17 + least * count) : undefined,
  };
}

const rem = (value: number): string => `${Number(value.toFixed(2))}rem`;
const clamp = (value: number, least: number, most: number): number => Math.min(most, Math.max(least, value));
