/** How a record is called wherever it is named: "record 8", or "record 8, partial". */
export const recordWords = (row: { number: number; present: number; expected: number }): string =>
  `record ${row.number}${isPartial(row) ? ", partial" : ""}`;

/** The same with whose it is: "record 8 of KL-03", or "record 8, partial, of KL-03". */
export const recordOfWords = (
  row: { number: number; present: number; expected: number },
  tag: string,
): string => `${recordWords(row)}${isPartial(row) ? "," : ""} of ${tag}`;

/** Whether a record lacks some of the drive's parameters. */
export const isPartial = (row: { present: number; expected: number }): boolean => row.present < row.expected;
