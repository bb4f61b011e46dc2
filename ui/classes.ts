/** Joins class names and leaves out what is not there. */
export function classes(...names: Array<string | false | undefined | null>): string {
  return names.filter(Boolean).join(" ");
}
