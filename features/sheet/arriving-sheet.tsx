"use client";
import { use, type ComponentProps } from "react";
import { takeSheet, type SentSheet } from "./send-sheet";
import { Sheet } from "./sheet";

/** A sheet that is sent with its page. */
export function ArrivingSheet({
  sent,
  ...props
}: { sent: SentSheet } & Omit<ComponentProps<typeof Sheet>, "data">) {
  return <Sheet {...props} data={takeSheet(sent) ?? use(sent.rest)} />;
}
