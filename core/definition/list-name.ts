import type { Definition } from "./definition";

/**
 * A parameter list in words: vendor, family and the firmware it is for. Two definitions of one family have the same title but not the same list.
 * Example: "Fennimore Rill, firmware 4.0 up to, not including, 5.0".
 */
export function listName({ title, file }: Definition): string {
  const { from, below } = file.firmware;
  return `${title}, firmware ${below ? `${from} up to, not including, ${below}` : `${from} and newer`}`;
}
