/** How a record is called wherever it is named: "record 8", or "record 8, partial". */
export const recordWords = (row: { number: number; present: number; expected: number }): string =>
  `record ${row.number}${isPartial(row) ? ", partial" : ""}`;

/** Whether a record lacks some of the drive's parameters. */
export const isPartial = (row: { present: number; expected: number }): boolean => row.present < row.expected;
