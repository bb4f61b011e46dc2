"use client";
import { useSearchParams } from "next/navigation";
import { startTransition, use, useEffect, useMemo, useState, type ComponentProps } from "react";
import { unpackSheet, type PackedSheet, type SheetData } from "@/core/sheet";
import { takeSheet, type SentSheet } from "./send-sheet";
import { Sheet } from "./sheet";
import { viewOf } from "./use-view";

/** A sheet that is sent with its page. `columns` names what stands beside each other, where that may be more than once the same. */
export function ArrivingSheet({
  sent,
  columns,
  ...props
}: { sent: SentSheet; columns?: string } & Omit<ComponentProps<typeof Sheet>, "data">) {
  const arrived = useArrived(sent, columns);
  const params = useSearchParams() as URLSearchParams | null;
  // The head is of what differs. Who has come to see something else waits for all of it.
  const asItOpens = props.start === "differences" && !(params && viewOf(params));
  const head = asItOpens && arrived?.rest !== sent.rest ? sent.head : undefined;
  // When a page is only refreshed, whoever has scrolled far down is not thrown back to its first rows.
  const before = head !== undefined && arrived?.columns === columns ? arrived?.rest : undefined;
  return <Sheet {...props} data={takeSheet(sent) ?? (before ? use(before) : (head ?? use(sent.rest)))} />;
}

/** The same where more is done with it than showing it: the very same object as long as nothing in it is otherwise. */
export function useArrivingSheet(sent: SentSheet): SheetData {
  const given = takeSheet(sent) ?? use(sent.rest);
  return useMemo(() => unpackSheet(given), [given]);
}

interface Arrived {
  rest: Promise<PackedSheet>;
  columns: string | undefined;
}

/** The rest that was there last, or has failed, which who asks for it is told. Only followed where a head may be read meanwhile. */
function useArrived({ rest }: SentSheet, columns: string | undefined): Arrived | undefined {
  const [arrived, setArrived] = useState<Arrived>();
  useEffect(() => {
    if (columns === undefined) return;
    let asked = true;
    const arrive = (): void => {
      if (asked) startTransition(() => setArrived({ rest, columns }));
    };
    rest.then(arrive, arrive);
    return () => {
      asked = false;
    };
  }, [rest, columns]);
  return arrived;
}
