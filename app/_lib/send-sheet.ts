import { headers } from "next/headers";
import type { SheetData } from "@/core/sheet";
import { sendSheet as send, type SentSheet } from "@/features/sheet/send-sheet";

/** Sends a sheet with its page. A page that is gone to from another one, or refreshed, is drawn in the browser alone: it is asked for as data, and may get a `head` first. */
export async function sendSheet(
  make: () => SheetData,
  head?: () => SheetData | undefined,
): Promise<SentSheet> {
  return send(make, (await headers()).get("accept")?.includes("text/html") ?? false, head);
}
