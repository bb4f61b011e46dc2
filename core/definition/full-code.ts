/**
 * The code with its axis and set: "2:6083.00" on axis 2, "H.mot.12/3" in set 3. Axis 1 is not named, so that
 * a single drive's codes are those of its keypad.
 */
export function fullCode(base: string, axis: number, set: number): string {
  return `${axis > 1 ? `${axis}:` : ""}${base}${set > 0 ? `/${set}` : ""}`;
}
