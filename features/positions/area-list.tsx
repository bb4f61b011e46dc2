import { useDroppable } from "@dnd-kit/core";
import { ArrowDown, ArrowUp } from "lucide-react";
import type { PositionWindow } from "@/core/contract";
import { classes } from "@/ui/classes";

/** Stands for the retired positions, where an area is chosen; no area is called so. */
export const RETIRED = "\u0000retired";

interface Props {
  areas: PositionWindow["areas"];
  retired: number;
  chosen: string;
  onChoose: (name: string) => void;
  onOrder: (names: string[]) => void;
}

/** The areas of a plant: chosen, put in an order, and dropped upon. */
export function AreaList({ areas, retired, chosen, onChoose, onOrder }: Props) {
  const names = areas.map((each) => each.name);
  const exchange = (a: number, b: number): void => {
    const next = [...names];
    [next[a], next[b]] = [next[b]!, next[a]!];
    onOrder(next);
  };
  return (
    <nav aria-label="Areas" className="bg-leaf border border-hairline">
      {areas.map(({ name, counts }, i) => (
        <Area
          key={name}
          name={name}
          count={counts.no + counts.ready + counts["with-care"]}
          chosen={chosen === name}
          onChoose={() => onChoose(name)}
          onUp={i > 0 ? () => exchange(i - 1, i) : undefined}
          onDown={i < areas.length - 1 ? () => exchange(i, i + 1) : undefined}
        />
      ))}
      {retired > 0 && (
        <button
          type="button"
          aria-current={chosen === RETIRED || undefined}
          onClick={() => onChoose(RETIRED)}
          className="w-full text-left px-3 min-h-10 border-t border-hairline text-soft aria-[current]:text-ink aria-[current]:font-semibold"
        >
          Retired <span className="text-soft font-normal">{retired}</span>
        </button>
      )}
      {areas.length === 0 && <p className="px-3 py-3 text-soft">An area is made with its first position.</p>}
    </nav>
  );
}

function Area({
  name,
  count,
  chosen,
  onChoose,
  onUp,
  onDown,
}: {
  name: string;
  count: number;
  chosen: boolean;
  onChoose: () => void;
  onUp?: () => void;
  onDown?: () => void;
}) {
  const { setNodeRef, isOver } = useDroppable({ id: name });
  const small = "size-8 grid place-items-center text-soft hover:text-ink disabled:opacity-25";
  return (
    <div
      ref={setNodeRef}
      className={classes(
        "flex items-center border-t border-hairline first:border-t-0",
        isOver && "outline-2 outline-copper -outline-offset-2",
        chosen && "bg-paper",
      )}
    >
      <button
        type="button"
        aria-current={chosen || undefined}
        onClick={onChoose}
        className="flex-1 min-w-0 text-left px-3 min-h-10 truncate aria-[current]:font-semibold"
      >
        {name} <span className="text-soft font-normal">{count}</span>
      </button>
      <button
        type="button"
        className={small}
        disabled={!onUp}
        onClick={onUp}
        aria-label={`${name} further up`}
      >
        <ArrowUp size={15} aria-hidden />
      </button>
      <button
        type="button"
        className={small}
        disabled={!onDown}
        onClick={onDown}
        aria-label={`${name} further down`}
      >
        <ArrowDown size={15} aria-hidden />
      </button>
    </div>
  );
}
