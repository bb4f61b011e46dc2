import { useDraggable } from "@dnd-kit/core";
import { GripVertical } from "lucide-react";
import type { PositionLine } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { Button } from "@/ui/button";
import { Link } from "@/ui/link";

interface Props {
  line: PositionLine;
  /** It goes along when another of the chosen ones is moved. */
  chosen: boolean;
  onChoose: (chosen: boolean) => void;
  onChange: () => void;
  onRetire: () => void;
  onBringBack: () => void;
}

/** A position as it is arranged: dragged onto an area by its handle, with the mouse or with space and arrows. */
export function ArrangeRow({ line, chosen, onChoose, onChange, onRetire, onBringBack }: Props) {
  const { to } = usePlant();
  const { attributes, listeners, setNodeRef, transform } = useDraggable({
    id: line.tag,
    disabled: line.retired,
  });
  return (
    <li
      ref={setNodeRef}
      style={
        transform
          ? { transform: `translate(${transform.x}px, ${transform.y}px)`, zIndex: 20, position: "relative" }
          : undefined
      }
      className="flex max-sm:flex-wrap items-center gap-2 max-sm:gap-y-0 border-t border-hairline first:border-t-0 bg-leaf pr-2 min-h-11"
    >
      {line.retired ? (
        <span className="w-9" />
      ) : (
        <button
          type="button"
          {...attributes}
          {...listeners}
          aria-label={`Move ${line.tag}`}
          className="w-9 min-h-11 grid place-items-center text-soft hover:text-ink cursor-grab touch-none"
        >
          <GripVertical size={16} aria-hidden />
        </button>
      )}
      {!line.retired && (
        <label className="grid place-items-center min-h-11 w-7 cursor-pointer">
          <input
            type="checkbox"
            className="size-5"
            aria-label={`Choose ${line.tag}`}
            checked={chosen}
            onChange={(event) => onChoose(event.target.checked)}
          />
        </label>
      )}
      <Link
        href={to(positionPath(line.tag))}
        className="font-mono w-24 max-sm:flex-1 truncate hover:underline underline-offset-4"
      >
        {line.tag}
      </Link>
      <span className="flex-1 min-w-0 truncate max-sm:order-last max-sm:basis-full max-sm:pl-20 max-sm:pb-1.5">
        {line.title}
        {line.machine && <span className="text-soft">, {line.machine}</span>}
        <span className="text-soft max-md:hidden"> {line.family}</span>
      </span>
      {line.retired ? (
        <Offered right="retire">
          <Button onClick={onBringBack}>Bring back</Button>
        </Offered>
      ) : (
        <>
          <Button rank="quiet" onClick={onChange} aria-label={`Change ${line.tag}`}>
            Change
          </Button>
          <Offered right="retire">
            <Button rank="quiet" onClick={onRetire} aria-label={`Retire ${line.tag}`}>
              Retire
            </Button>
          </Offered>
        </>
      )}
    </li>
  );
}
