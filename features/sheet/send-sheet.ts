import { packSheet, type PackedSheet, type SheetData } from "@/core/sheet";

/**
 * A sheet on its way to the browser. The server draws the page from the sheet as it has it, and the rows in sight go out at once. The packed sheet, ten times
 * as long, follows in the same answer; when it is there the browser takes the page over.
 */
export interface SentSheet {
  key: string;
  /** The first rows that differ, to be read until the rest is there. */
  head?: PackedSheet;
  rest: Promise<PackedSheet>;
}

interface Waiting {
  sheet: SheetData;
  /** What draws the page has it: it may be packed. */
  taken: () => void;
}

/** Nobody may come for it: who asked for the page may be gone. */
const LONGEST_MS = 250;
/** What is drawn is squeezed and on the wire before packing takes the processor. */
const MEANWHILE_MS = 10;
/** A head is drawn before the rest takes the processor, which may be the browser's as well. Nobody has read sixty rows by then. */
const HEAD_FIRST_MS = 120;

// What sends a page and what draws it are built apart: they share no other variable.
const WAITING = Symbol.for("calm-ledger.sheets-on-their-way");
const shared = globalThis as { [WAITING]?: Map<string, Waiting> };
const waiting = (shared[WAITING] ??= new Map<string, Waiting>());

/**
 * On the server: sends a sheet with its page. `drawnHere`: the page is drawn here too, and the sheet packed after that. Else the browser draws it, and where that
 * takes a while it gets the `head` at once: then the whole sheet is not even made before.
 */
export function sendSheet(
  make: () => SheetData,
  drawnHere: boolean,
  head?: () => SheetData | undefined,
): SentSheet {
  const key = crypto.randomUUID();
  if (!drawnHere) {
    const first = head?.();
    if (!first) return { key, rest: Promise.resolve(packSheet(make())) };
    const rest = new Promise<PackedSheet>((resolve, reject) => {
      setTimeout(() => {
        try {
          resolve(packSheet(make()));
        } catch (error) {
          reject(error as Error);
        }
      }, HEAD_FIRST_MS);
    });
    return { key, head: packSheet(first), rest };
  }
  const sheet = make();
  const rest = new Promise<PackedSheet>((resolve) => {
    // A page may be drawn in two goes, and is told of twice then.
    const pack = (): void => {
      if (waiting.delete(key)) resolve(packSheet(sheet));
    };
    const timer = setTimeout(pack, LONGEST_MS);
    const taken = (): void => {
      clearTimeout(timer);
      // From when it is drawn.
      setTimeout(() => setTimeout(pack, MEANWHILE_MS));
    };
    waiting.set(key, { sheet, taken });
  });
  return { key, rest };
}

/** Where the page is drawn on the server: the sheet, as it is. Undefined in the browser, and once it is packed. */
export function takeSheet({ key }: SentSheet): SheetData | undefined {
  const found = waiting.get(key);
  found?.taken();
  return found?.sheet;
}
