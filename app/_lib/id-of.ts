const LARGEST = 2 ** 31 - 1;

/** The number that a name in an address is: a record's, a receipt's, a restore's. Undefined when it is none that can be. */
export function idOf(text: string | undefined): number | undefined {
  if (text === undefined || !/^[1-9]\d{0,9}$/.test(text)) return undefined;
  const id = Number(text);
  return id <= LARGEST ? id : undefined;
}
