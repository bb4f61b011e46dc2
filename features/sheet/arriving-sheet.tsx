"use client";
import { use, useMemo, type ComponentProps } from "react";
import { unpackSheet, type PackedSheet, type SheetData } from "@/core/sheet";
import { takeSheet, type SentSheet } from "./send-sheet";
import { Sheet } from "./sheet";

/** A sheet that is sent with its page. */
export function ArrivingSheet({
  sent,
  ...props
}: { sent: SentSheet } & Omit<ComponentProps<typeof Sheet>, "data">) {
  return <Sheet {...props} data={useArriving(sent)} />;
}

/** The same where more is done with it than showing it: the very same object as long as nothing in it is otherwise. */
export function useArrivingSheet(sent: SentSheet): SheetData {
  const given = useArriving(sent);
  return useMemo(() => unpackSheet(given), [given]);
}

function useArriving(sent: SentSheet): SheetData | PackedSheet {
  return takeSheet(sent) ?? use(sent.rest);
}
