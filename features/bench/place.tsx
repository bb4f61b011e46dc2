"use client";
import type { ConnectionView } from "@/core/contract";
import { useMay } from "@/features/house/rights";

const NEW = "\u0000new";

/** At which position it stands, as a person says; one is made for it where there is none yet. */
export function Place({
  view,
  tags,
  onPlace,
  onMake,
}: {
  view: ConnectionView;
  tags: Array<{ tag: string; title: string }>;
  onPlace: (tag: string) => void;
  onMake: () => void;
}) {
  const may = useMay("arrange");
  return (
    <label className="flex items-center gap-2 text-[14px]">
      <span className="text-soft">Stands at</span>
      <select
        value={view.position?.tag ?? ""}
        onChange={(event) => {
          if (event.target.value === NEW) onMake();
          else onPlace(event.target.value);
        }}
        className="min-h-9 pointer-coarse:min-h-11 rounded-page border border-hairline bg-leaf px-2"
      >
        <option value="" disabled>
          choose
        </option>
        {may && <option value={NEW}>Make a position for it ...</option>}
        {tags.map(({ tag, title }) => (
          <option key={tag} value={tag}>
            {tag} {title}
          </option>
        ))}
      </select>
    </label>
  );
}
