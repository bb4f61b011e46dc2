"use client";
import { useRouter } from "next/navigation";
import { useCallback, useEffect, useRef, useState } from "react";
import { drafts, type DraftChangeView } from "@/core/contract";
import type { SheetData, SheetRow } from "@/core/sheet";
import { usePlant } from "@/features/house/use-plant";
import { ask } from "@/features/live/ask";
import { useLive } from "@/features/live/store";

const LONGEST_MS = 10_000;

/** A draft as its page shows it: made with the page, and followed from there. */
export interface DraftState {
  changes: DraftChangeView[];
  sheet: SheetData;
  /** The number of its last step. */
  last: number;
}

/**
 * Follows a draft: after one's own change, and when anybody has changed something, only what is new is fetched. Where it was entered, given up or put onto another record, the
 * page is made anew. `version` is another number each time something has become otherwise.
 */
export function useDraft(
  first: DraftState & {
    id: number;
    record: number | undefined;
    newer: number | undefined;
    closed: boolean;
  },
): DraftState & { version: number; changed: () => void } {
  const router = useRouter();
  const { plant } = usePlant();
  const { ledgers, snapshots } = useLive();
  const [state, setState] = useState<DraftState>(first);
  const [version, setVersion] = useState(0);
  const [made, setMade] = useState(first);
  // A page that was made anew knows better.
  if (made !== first) {
    setMade(first);
    setVersion((before) => before + 1);
    if (first.last >= state.last || first.record !== made.record) setState(first);
  }
  const { id, record, newer, closed } = first;
  const last = useRef(first.last);
  useEffect(() => {
    last.current = state.last;
  }, [state.last]);
  const follow = useCallback(async (): Promise<void> => {
    const since = last.current;
    const given = { params: { plant, draft: id }, query: { since } };
    // One that hangs, as where a network has gone, must not keep the next from being asked.
    const news = await ask(drafts.draftNews, given, AbortSignal.timeout(LONGEST_MS));
    if (!news.ok) return setVersion((before) => before + 1);
    const now = news.value;
    if (now.anew || now.record !== record || now.newer !== newer || now.closed !== closed) {
      router.refresh();
      return;
    }
    if (now.last <= last.current) return;
    last.current = now.last;
    setVersion((before) => before + 1);
    setState((before) => ({
      last: now.last,
      changes: now.changes,
      sheet: withRows(before.sheet, now.rows),
    }));
  }, [plant, id, record, newer, closed, router]);
  // Of one's own change one is told twice, by its answer and by the stream of events. One request at a time: what comes meanwhile is looked for once more.
  const wanted = useRef(0);
  const changed = useCallback((): void => {
    wanted.current += 1;
    if (wanted.current > 1) return;
    void (async () => {
      for (let seen = 0; seen < wanted.current; await follow()) seen = wanted.current;
      wanted.current = 0;
    })();
  }, [follow]);
  const told = [...ledgers.values()].reduce((sum, each) => sum + each, snapshots);
  const seen = useRef(told);
  useEffect(() => {
    if (told === seen.current) return;
    seen.current = told;
    changed();
  }, [told, changed]);
  return { ...state, version, changed };
}

/** A sheet with some rows as they are now. Groups without one of them stay the very same, so that nothing else is drawn again. */
export function withRows(sheet: SheetData, rows: readonly SheetRow[]): SheetData {
  if (rows.length === 0) return sheet;
  const now = new Map(rows.map((row) => [row.code, row]));
  return {
    ...sheet,
    groups: sheet.groups.map((group) =>
      group.rows.some(({ code }) => now.has(code))
        ? { ...group, rows: group.rows.map((row) => now.get(row.code) ?? row) }
        : group,
    ),
  };
}
