import type { DraftChangeView } from "@/core/contract";
import { Button } from "@/ui/button";
import { Empty } from "@/ui/notice";
import { moment } from "@/ui/when";

/** What a draft changes, with who, when and why; each can be taken back to what the record has. */
export function Changes({
  changes,
  onTakeBack,
}: {
  changes: DraftChangeView[];
  onTakeBack: ((change: DraftChangeView) => void) | undefined;
}) {
  if (changes.length === 0)
    return (
      <Empty title="Its changes will stand here.">
        Choose a row of the sheet and press Enter, or type at its foot.
      </Empty>
    );
  return (
    <ol aria-label="Changes">
      {changes.map((each) => (
        <li key={each.code} className="px-5 py-2 border-b border-hairline text-[14px]">
          <p>
            <span className="font-mono">{each.code}</span> {each.name}
          </p>
          <p className="font-mono">
            <del className="text-soft no-underline">{each.from ?? "no value"}</del>{" "}
            <span aria-label="becomes">→</span>{" "}
            <ins className="text-graphite decoration-dashed underline underline-offset-4">
              {each.to ?? "no value"}
            </ins>
          </p>
          {each.reason && <p>{each.reason}</p>}
          {each.faults.length > 0 && <p className="text-ochre">On purpose: {each.faults.join(" ")}</p>}
          <p className="text-soft flex items-center gap-2">
            <span className="flex-1">
              {each.byName}, {moment(each.at)}
            </span>
            {onTakeBack && (
              <Button rank="quiet" className="!min-h-8 !text-[14px]" onClick={() => onTakeBack(each)}>
                As in the record
              </Button>
            )}
          </p>
        </li>
      ))}
    </ol>
  );
}
