"use client";
import { useSearchParams } from "next/navigation";
import { startTransition, use, useEffect, useMemo, useState, type ComponentProps } from "react";
import { unpackSheet, type PackedSheet, type SheetData } from "@/core/sheet";
import { takeSheet, type SentSheet } from "./send-sheet";
import { Sheet } from "./sheet";
import { viewOf } from "./use-view";

/** A sheet that is sent with its page. */
export function ArrivingSheet({
  sent,
  ...props
}: { sent: SentSheet } & Omit<ComponentProps<typeof Sheet>, "data">) {
  const arrived = useArrived(sent);
  const params = useSearchParams() as URLSearchParams | null;
  // The head is of what differs. Who has come to see something else waits for all of it.
  const asItOpens = props.start === "differences" && !(params && viewOf(params));
  const head = asItOpens && !arrived ? sent.head : undefined;
  return <Sheet {...props} data={takeSheet(sent) ?? head ?? use(sent.rest)} />;
}

/** The same where more is done with it than showing it: the very same object as long as nothing in it is otherwise. */
export function useArrivingSheet(sent: SentSheet): SheetData {
  const given = takeSheet(sent) ?? use(sent.rest);
  return useMemo(() => unpackSheet(given), [given]);
}

/** Whether the rest is there, or has failed, which who asks for it is told. Only followed where there is a head to be read meanwhile. */
function useArrived({ head, rest }: SentSheet): boolean {
  const [arrived, setArrived] = useState<Promise<PackedSheet>>();
  useEffect(() => {
    if (head === undefined) return;
    let asked = true;
    const arrive = (): void => {
      if (asked) startTransition(() => setArrived(rest));
    };
    rest.then(arrive, arrive);
    return () => {
      asked = false;
    };
  }, [head, rest]);
  return arrived === rest;
}
