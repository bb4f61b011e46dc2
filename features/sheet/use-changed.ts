import { useMemo } from "react";
import { sheets } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";
import { useAsked } from "@/features/live/query";
import type { SheetOf } from "./leaf";

/** The codes that are otherwise than in an earlier record; undefined while nothing is asked, or nothing is there yet. */
export function useChanged(
  of: SheetOf | undefined,
  since: number | undefined,
): ReadonlySet<string> | undefined {
  const { plant } = usePlant();
  const { tag = "", record = 0 } = of ?? {};
  const answer = useAsked(
    sheets.changedSince,
    { params: { plant, tag, record }, query: { since: since ?? 0 } },
    { enabled: since !== undefined && record > 0 },
  );
  return useMemo(() => (answer?.ok ? new Set(answer.value.codes) : undefined), [answer]);
}
