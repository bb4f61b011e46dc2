import { useRef, type ClipboardEvent, type RefObject } from "react";
import { toast } from "sonner";
import { copyText, type SheetColumn, type SheetGroup, type SheetRow } from "@/core/sheet";
import { counted } from "@/core/words";

/** Copies rows of a sheet as text that a spreadsheet takes: those that are chosen, or a whole group. The grid answers the browser's own copying, which needs no permission. */
export function useCopy(
  columns: readonly SheetColumn[],
  chosen: readonly SheetRow[],
  grid: RefObject<HTMLElement | null>,
) {
  /** What the next copying takes, where it is not what is chosen. */
  const next = useRef<readonly SheetRow[]>(undefined);
  const copyChosen = (): void => {
    grid.current?.focus();
    document.execCommand("copy");
  };
  return {
    copyChosen,
    copyGroup: ({ title, rows }: SheetGroup): void => {
      next.current = rows;
      copyChosen();
      next.current = undefined;
      toast.success(`${counted(rows.length, "row")} of ${title} copied, for a spreadsheet.`);
    },
    onCopy: (event: ClipboardEvent): void => {
      const rows = next.current ?? chosen;
      if (rows.length === 0) return;
      event.preventDefault();
      event.clipboardData.setData("text/plain", copyText(columns, rows));
    },
  };
}
