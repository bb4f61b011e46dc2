/** Joins class names and leaves out what is not there. A sheet asks for hundreds while it is scrolled: no list is made on the way. */
export function classes(...names: Array<string | false | undefined | null>): string {
  let all = "";
  for (const name of names) if (name) all = all === "" ? name : `${all} ${name}`;
  return all;
}
