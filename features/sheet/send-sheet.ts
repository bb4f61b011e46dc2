import { packSheet, type PackedSheet, type SheetData } from "@/core/sheet";

/**
 * A sheet on its way to the browser. The server draws the page from the sheet as it has it, and the rows in sight go out at once. The packed sheet, ten times
 * as long, follows in the same answer; when it is there the browser takes the page over.
 */
export interface SentSheet {
  key: string;
  rest: Promise<PackedSheet>;
}

interface Waiting {
  sheet: SheetData;
  /** What draws the page has it: it may be packed. */
  taken: () => void;
}

/** Whether the page is drawn on the server is not known where it is sent: one that is gone to from another page, or refreshed, is drawn in the browser alone. */
const LONGEST_MS = 25;
/** What is drawn is squeezed and on the wire before packing takes the processor. */
const MEANWHILE_MS = 10;

// What sends a page and what draws it are built apart: they share no other variable.
const WAITING = Symbol.for("calm-ledger.sheets-on-their-way");
const shared = globalThis as { [WAITING]?: Map<string, Waiting> };
const waiting = (shared[WAITING] ??= new Map<string, Waiting>());

/** On the server: sends a sheet. Packed when its page is drawn, or when nobody asked for it. */
export function sendSheet(sheet: SheetData): SentSheet {
  const key = crypto.randomUUID();
  const rest = new Promise<PackedSheet>((resolve) => {
    const pack = (): void => {
      waiting.delete(key);
      resolve(packSheet(sheet));
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
