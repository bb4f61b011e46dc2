/**
 * A tag for a new position, after those of its area: the commonest beginning with the next number. Undefined where the area's tags have no number at their end.
 * Example: with "KL-01", "KL-02", "KL-07" it is "KL-08".
 */
export function proposeTag(inArea: readonly string[], taken: readonly string[]): string | undefined {
  const stems = new Map<string, { count: number; highest: number; digits: number }>();
  for (const tag of inArea) {
    const match = /^(.*?)(\d+)$/.exec(tag);
    if (!match) continue;
    const [, stem, number] = match;
    const held = stems.get(stem!) ?? { count: 0, highest: 0, digits: 0 };
    held.count += 1;
    held.highest = Math.max(held.highest, Number(number));
    held.digits = Math.max(held.digits, number!.length);
    stems.set(stem!, held);
  }
  const [best] = [...stems].sort((a, b) => b[1].count - a[1].count);
  if (!best) return undefined;
  const [stem, { highest, digits }] = best;
  const used = new Set(taken);
  for (let n = highest + 1; ; n++) {
    const tag = `${stem}${String(n).padStart(digits, "0")}`;
    if (!used.has(tag)) return tag;
  }
}
