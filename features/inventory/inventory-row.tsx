import type { InventoryLine } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { usePlant } from "@/features/house/use-plant";
import { classes } from "@/ui/classes";
import { Link } from "@/ui/link";
import { day } from "@/ui/when";

export const GRID =
  "grid grid-cols-[1.5rem_minmax(9rem,1.2fr)_7rem_minmax(9rem,1.5fr)_4.5rem_8rem_minmax(13rem,1.6fr)_7.5rem] gap-x-3 items-center";

/** One drive, or one position of which no drive is known. */
export function InventoryRow({ line }: { line: InventoryLine | undefined }) {
  const { to } = usePlant();
  if (!line) return <div role="cell" aria-busy className="h-full border-b border-hairline" />;
  const { tag, title, axes, rating, supply, fitted, serial, definition, powerPart, whereabouts, place } =
    line;
  const link = "hover:underline underline-offset-4 decoration-copper";
  return (
    <div className={`${GRID} h-full border-b border-hairline hover:bg-paper`}>
      <span aria-hidden className="margin-rule h-full" />
      <span role="cell" className="min-w-0">
        {tag ? (
          <Link href={to(positionPath(tag))} className={`font-mono ${link}`}>
            {tag}
          </Link>
        ) : (
          <span className="text-soft">none</span>
        )}
        <Second text={title} />
      </span>
      <span role="cell" className="min-w-0">
        {line.family}
        <Second text={line.vendor} />
      </span>
      <span role="cell" className="min-w-0">
        {rating}
        {axes !== undefined && `, ${axes} ${axes === 1 ? "axis" : "axes"}`}
        <Second text={[supply, fitted].filter(Boolean).join(" · ")} />
      </span>
      <span role="cell" className="font-mono text-[14px]">
        {line.firmware}
      </span>
      <span role="cell" className="min-w-0 font-mono text-[14px]">
        {serial && (
          <Link
            href={to(`/drives/${encodeURIComponent(definition)}/${encodeURIComponent(serial)}`)}
            className={`block truncate ${link}`}
          >
            {serial}
          </Link>
        )}
        <Second text={powerPart} title="Power part" />
      </span>
      <span role="cell" className={classes("min-w-0", whereabouts !== "fitted" && "text-ochre")}>
        {whereabouts}
        {line.alike ? (
          <Second text={`${line.answersAt}, also ${line.alike}`} caution />
        ) : (
          <Second text={place || (line.untried ? `${line.answersAt}, not tried yet` : line.answersAt)} />
        )}
      </span>
      <span role="cell">
        {line.recordedAt ? day(line.recordedAt) : ""}
        <Second
          text={line.record === undefined ? "" : `record ${line.record}${line.partial ? ", partial" : ""}`}
        />
      </span>
    </div>
  );
}

function Second({ text, title, caution }: { text: string; title?: string; caution?: boolean }) {
  if (!text) return null;
  return (
    <span
      className={classes("block text-[13px] truncate", caution ? "text-ochre" : "text-soft")}
      title={title ?? text}
    >
      {text}
    </span>
  );
}
