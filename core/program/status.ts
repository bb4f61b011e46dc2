/** The code of the flash status for: no valid program is in it. */
export const NO_PROGRAM = 1;

/** What the flash status of CiA 302-3 (object 1F57) says is wrong, bits 1 to 7; 0 is nothing. */
const FAULTS: Record<number, string> = {
  [NO_PROGRAM]: "no valid program is in it",
  2: "the format of the data is not known to it",
  3: "the data is damaged",
  4: "its memory was not cleared first",
  5: "its memory could not be written",
  6: "an address in the data is wrong",
  7: "its memory is protected",
};

/** Makes sense of the flash status: whether its memory is being written, and what is wrong in words. Source: CiA 302-3, object 1F57. */
export function flashStatus(word: number): { busy: boolean; code: number; fault?: string } {
  const code = (word >>> 1) & 0x7f;
  return {
    busy: (word & 1) === 1,
    code,
    fault: code === 0 ? undefined : (FAULTS[code] ?? `it gives the fault ${code}`),
  };
}
