import { useMemo } from "react";
import { sheets, type ParameterNote } from "@/core/contract";
import { usePlant } from "@/features/house/use-plant";
import { useAsked } from "@/features/live/query";
import { useLive } from "@/features/live/store";

export interface Notes {
  /** By code, also those that were taken off. */
  all: ReadonlyMap<string, ParameterNote>;
  /** The codes that have one now. */
  codes: ReadonlySet<string>;
  /** Whether it is known what stands there; until then nothing is written. */
  known: boolean;
}

/** What people wrote down about single parameters of a family at a position; none where a sheet is of no position. */
export function useNotes(definition: string, tag: string | undefined): Notes {
  const { plant } = usePlant();
  const { ledgers } = useLive();
  const asked = useAsked(
    sheets.parameterNotes,
    { params: { plant, tag: tag ?? "" }, query: { definition } },
    { enabled: tag !== undefined && plant !== "", keepLast: true, version: ledgers.get(tag ?? "") ?? 0 },
  );
  return useMemo(() => {
    const notes = asked?.ok ? asked.value : [];
    return {
      all: new Map(notes.map((each) => [each.code, each])),
      codes: new Set(notes.flatMap((each) => (each.now.text ? [each.code] : []))),
      known: asked?.ok === true,
    };
  }, [asked]);
}
