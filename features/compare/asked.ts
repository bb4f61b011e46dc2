/**
 * What an address asks to stand side by side, in its order. `?c=KL-01:7&c=KL-02:standing`; or two of one position, `?tag=KL-01&left=7`, which stand for the
 * standing record and the default where they are not told.
 */
export function askedOf(
  { tag, left = "standing", right = "default" }: Record<string, string | undefined>,
  columns: readonly string[],
): readonly string[] {
  return tag ? [`${tag}:${left}`, `${tag}:${right}`] : columns;
}
