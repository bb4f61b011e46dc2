"use client";
import { useRouter } from "next/navigation";
import { useEffect, useRef } from "react";
import { useLive } from "./store";

/**
 * Loads the page again when something of the ledger has changed, and when the stream was opened after the page was made: what happened between would be missed. Gives a
 * number that is another one each time.
 */
export function useRefresh(): number {
  const router = useRouter();
  const { ledgers, snapshots } = useLive();
  const told = [...ledgers.values()].reduce((sum, each) => sum + each, snapshots);
  const seen = useRef(told);
  useEffect(() => {
    if (told === seen.current) return;
    seen.current = told;
    router.refresh();
  }, [told, router]);
  return told;
}
