import type { PositionWindow } from "@/core/contract";
import type { Result } from "@/core/drive";
import { counted } from "@/core/words";
import { Button } from "@/ui/button";
import { Empty, Notice } from "@/ui/notice";
import { Select } from "@/ui/select";
import { ArrangeRow } from "./arrange-row";

interface Props {
  /** Undefined until it is there. */
  answer: Result<PositionWindow> | undefined;
  /** So many are listed. */
  most: number;
  /** They are those that were retired. */
  retired: boolean;
  /** The areas that they could be moved to. */
  others: string[];
  chosen: string[];
  onChosen: (tags: string[]) => void;
  onMove: (into: string) => void;
  onChange: (tag: string) => void;
  onRetire: (tag: string) => void;
  onBringBack: (tag: string) => void;
}

/** The positions of an area, or those that were retired; several are chosen and moved at once. */
export function ArrangedList({ answer, most, retired, others, chosen, ...on }: Props) {
  const shown = answer?.ok ? answer.value : undefined;
  return (
    <div className="bg-leaf border border-hairline min-w-0">
      {answer?.ok === false && (
        <Notice kind="caution" title={answer.trouble.text}>
          {answer.trouble.remedy}
        </Notice>
      )}
      {shown?.lines.length === 0 && (
        <Empty title={retired ? "Retired positions will stand here." : "No position stands here yet."}>
          {retired
            ? "A position that is taken out of the plant keeps its records."
            : "Make one, drag one here, or take in a list."}
        </Empty>
      )}
      {chosen.length > 0 && (
        <div className="flex flex-wrap items-end gap-3 px-4 py-2 border-b border-hairline">
          <Select
            label={`Move ${counted(chosen.length, "position")} to`}
            value=""
            className="w-52"
            onChange={(event) => on.onMove(event.target.value)}
          >
            <option value="" disabled>
              choose an area
            </option>
            {others.map((each) => (
              <option key={each}>{each}</option>
            ))}
          </Select>
          <Button rank="quiet" onClick={() => on.onChosen([])}>
            Choose none
          </Button>
        </div>
      )}
      <ul>
        {shown?.lines.map((line) => (
          <ArrangeRow
            key={line.tag}
            line={line}
            chosen={chosen.includes(line.tag)}
            onChoose={(yes) =>
              on.onChosen(yes ? [...chosen, line.tag] : chosen.filter((tag) => tag !== line.tag))
            }
            onChange={() => on.onChange(line.tag)}
            onRetire={() => on.onRetire(line.tag)}
            onBringBack={() => on.onBringBack(line.tag)}
          />
        ))}
      </ul>
      {shown && shown.total > most && (
        <p className="px-4 py-2 text-soft">
          The first {most} of {shown.total}. Find the others by the search above.
        </p>
      )}
    </div>
  );
}
