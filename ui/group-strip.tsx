import { classes } from "./classes";

export interface StripCell {
  id: string;
  title: string;
  /** How wide: parameters in the group. */
  count: number;
  done: number;
  /** Refusals, drawn as notches. */
  refused: number;
}

/** A long reading or writing as one strip: a cell for each group, as wide as it has parameters, filled as they come in. */
export function GroupStrip({
  cells,
  label,
  live = true,
}: {
  cells: StripCell[];
  label: string;
  live?: boolean;
}) {
  const done = cells.reduce((sum, each) => sum + each.done, 0);
  const total = cells.reduce((sum, each) => sum + each.count, 0);
  return (
    <div
      role="progressbar"
      aria-label={label}
      aria-valuemin={0}
      aria-valuemax={total}
      aria-valuenow={done}
      className="flex gap-[2px] h-7 w-full"
    >
      {cells.map((cell) => (
        <div
          key={cell.id}
          title={`${cell.id} ${cell.title}: ${cell.done} of ${cell.count}${cell.refused ? `, ${cell.refused} refused` : ""}`}
          style={{ flexGrow: cell.count, flexBasis: 0 }}
          className="relative min-w-1 bg-paper border border-hairline overflow-hidden"
        >
          <div
            className={classes("absolute inset-y-0 left-0", live ? "bg-teal/55" : "bg-ink/40")}
            style={{ width: `${(100 * cell.done) / Math.max(cell.count, 1)}%` }}
          />
          {cell.refused > 0 && (
            <svg viewBox="0 0 8 6" className="absolute bottom-0 right-0.5 w-2.5 text-vermilion" aria-hidden>
              <path d="M0 6 L4 0 L8 6 Z" fill="currentColor" />
            </svg>
          )}
        </div>
      ))}
    </div>
  );
}
