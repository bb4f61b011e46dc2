import type { ParameterNote } from "@/core/contract";
import { Mark } from "@/ui/marks";

/** What somebody wrote down about a parameter: read before it is written. Nothing where there is no note. */
export function NoteOf({ note }: { note: ParameterNote | undefined }) {
  if (!note?.now.text) return null;
  return (
    <span className="flex gap-1.5 text-[13px] font-sans">
      <span className="shrink-0 pt-0.5">
        <Mark name="note" />
      </span>
      <span className="whitespace-pre-line">
        {note.now.text} <span className="text-soft">({note.now.byName})</span>
      </span>
    </span>
  );
}
