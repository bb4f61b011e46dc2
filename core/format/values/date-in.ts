/** A moment that a text names. */
export interface DateIn {
  /** As it stands there. */
  given: string;
  at: Date;
}

const FORMS: Array<[RegExp, [year: number, month: number, day: number]]> = [
  [
    /(?<!\d)((?:19|20)\d\d)[-_.]?([01]\d)[-_.]?([0-3]\d)(?:[T _-]{1,2}([0-2]\d)[-:.h_]?([0-5]\d))?(?!\d)/,
    [1, 2, 3],
  ],
  [/(?<!\d)([0-3]?\d)\.([01]?\d)\.((?:19|20)\d\d)(?:[ _-]{1,2}([0-2]?\d)[:.h]([0-5]\d))?(?!\d)/, [3, 2, 1]],
];

/**
 * The moment that a text names, in this machine's time: "2024-03-14", "20240314_1620", "14.3.2024 16:20". Undefined where it names none, or a day that does not exist.
 */
export function dateIn(text: string): DateIn | undefined {
  for (const [form, [year, month, day]] of FORMS) {
    const found = form.exec(text);
    if (!found) continue;
    const [y, m, d] = [Number(found[year]), Number(found[month]), Number(found[day])];
    const at = new Date(y, m - 1, d, Number(found[4] ?? 0), Number(found[5] ?? 0));
    if (at.getMonth() === m - 1 && at.getDate() === d) return { given: found[0], at };
  }
  return undefined;
}
