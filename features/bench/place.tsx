"use client";
import { useState } from "react";
import type { ConnectionView } from "@/core/contract";
import { useMay } from "@/features/house/rights";
import { PositionForm } from "@/features/positions/position-form";
import { Dialog } from "@/ui/dialog";

const NEW = "\u0000new";

/** At which position it stands, as a person says; one is made for it where there is none yet. */
export function Place({
  view,
  tags,
  areas,
  onPlace,
}: {
  view: ConnectionView;
  tags: Array<{ tag: string; title: string }>;
  areas: string[];
  onPlace: (tag: string) => void;
}) {
  const may = useMay("arrange");
  const [making, setMaking] = useState(false);
  const family = view.identity && { id: view.identity.definitionId, title: view.identity.family };
  return (
    <>
      <Dialog open={making} title="Make a position for this drive" onClose={() => setMaking(false)}>
        <PositionForm
          start={{ area: areas[0] ?? "", definitionId: family?.id ?? "" }}
          areas={areas}
          families={family ? [family] : []}
          onDone={(tag) => {
            setMaking(false);
            onPlace(tag);
          }}
          onClose={() => setMaking(false)}
        />
      </Dialog>
      <label className="flex items-center gap-2 text-[14px]">
        <span className="text-soft">Stands at</span>
        <select
          value={view.position?.tag ?? ""}
          onChange={(event) => {
            if (event.target.value === NEW) setMaking(true);
            else onPlace(event.target.value);
          }}
          className="min-h-9 rounded-page border border-hairline bg-leaf px-2"
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
    </>
  );
}
