import type { Source } from "@/core/compare";
import type { Cell } from "@/core/sheet";
import { classes } from "@/ui/classes";
import { Mark } from "@/ui/marks";

/**
 * A value in one of the three ways of writing: ink (archive), pencil (draft, dashed underline), lit (in a drive, on teal ground with a dot).
 * The dot of a lit value is hollow while the drive holds something that is not permanent, or does not tell.
 * One that can no longer be refreshed goes out: its ground and its teal are gone, its figures stay readable.
 */
export function Value({
  cell,
  source,
  dim,
  hollow,
  narrow,
}: {
  cell: Cell;
  source: Source;
  dim?: boolean;
  hollow?: boolean;
  narrow?: boolean;
}) {
  if (cell.missing)
    return (
      <span
        role="gridcell"
        className="flex flex-1 min-w-0 justify-center text-soft text-[13px]"
        title={cell.meaning || "no value"}
      >
        {cell.meaning || "–"}
      </span>
    );
  const choice = cell.meaning !== "";
  return (
    <span
      role="gridcell"
      className={classes(
        "relative flex flex-1 min-w-0 items-baseline gap-2 font-mono px-2 rounded-[3px]",
        source === "draft" && "text-graphite",
        source === "live" && (dim ? "bg-paper text-soft" : "bg-teal-ground text-ink"),
        (source === "default" || source === "file") && "text-soft",
      )}
    >
      {source === "live" && (
        <svg
          viewBox="0 0 8 8"
          className={classes("w-2 h-2 self-center shrink-0", dim ? "text-soft" : "text-teal")}
          role="img"
          aria-label={dotWords(dim, hollow)}
        >
          <circle
            cx="4"
            cy="4"
            r="2.8"
            fill={hollow ? "none" : "currentColor"}
            stroke="currentColor"
            strokeWidth="1.4"
          />
        </svg>
      )}
      {cell.odd && (
        <span className="absolute -left-1 self-center">
          <Mark name="differs" />
        </span>
      )}
      {cell.words && cell.text.trim() === "" && (
        <span className="pl-[3ch] font-sans text-[13px] text-soft">empty</span>
      )}
      {cell.words && cell.text.trim() !== "" && (
        <span
          className={classes("truncate whitespace-pre pl-[3ch]", source === "draft" && PENCIL)}
          title={cell.text}
        >
          {cell.text}
        </span>
      )}
      {!cell.words && (
        <>
          <span
            className={classes("shrink-0 text-right whitespace-pre", narrow ? "min-w-[8ch]" : "min-w-[11ch]")}
          >
            {source === "draft" ? <span className={PENCIL}>{cell.text}</span> : cell.text}
            {behindPoint(cell.text)}
          </span>
          <span
            className={classes(
              "min-w-0 truncate font-sans text-[13px]",
              choice && source !== "default" && !dim ? "text-ink" : "text-soft",
            )}
            title={cell.meaning || undefined}
          >
            {cell.meaning || cell.unit}
          </span>
        </>
      )}
    </span>
  );
}

function dotWords(dim?: boolean, hollow?: boolean): string {
  if (dim) return "was live, can no longer be refreshed";
  return hollow ? "live, not known to be permanent" : "live";
}

const PENCIL = "underline decoration-dashed underline-offset-4";

/** Signs behind a decimal point for which there is room. */
const BEHIND = 4;

/** Blanks behind a number, so that in figures of one width points stand one under the other; behind text likewise. */
function behindPoint(text: string): string {
  const at = /^-?\d+\.\d+$/.test(text) ? text.indexOf(".") : text.length;
  return " ".repeat(Math.max(0, BEHIND - (text.length - at)));
}
