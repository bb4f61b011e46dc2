"use client";
import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from "react";
import { sheets } from "@/core/contract";
import type { Hideable } from "@/core/sheet";
import { act } from "@/features/live/ask";

type LeftOut = [ReadonlySet<Hideable>, (what: Hideable, shown: boolean) => void];

const Context = createContext<LeftOut>([new Set(), () => undefined]);

/** Around every page: the columns that this person leaves out of sheets, at whichever computer; changed in one sheet, in all. */
export function ColumnsLeftOut({ hidden, children }: { hidden: readonly Hideable[]; children: ReactNode }) {
  const [left, setLeft] = useState<ReadonlySet<Hideable>>(() => new Set(hidden));
  const change = useCallback(
    (what: Hideable, shown: boolean): void => {
      const next = new Set(left);
      if (shown) next.delete(what);
      else next.add(what);
      setLeft(next);
      void act(sheets.hideColumns, { body: { hidden: [...next] } });
    },
    [left],
  );
  return <Context value={useMemo(() => [left, change], [left, change])}>{children}</Context>;
}

/** The columns that somebody leaves out of sheets, and how that is changed. It is theirs: an address that is sent to a colleague does not say it. */
export const useColumns = (): LeftOut => useContext(Context);
