"use client";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { cabinet, type StandInView } from "@/core/contract";
import type { Trouble } from "@/core/drive";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { useKeptFresh } from "@/features/live/query";
import { Notice } from "@/ui/notice";
import { Act, StandIn, type Press } from "./stand-in";
import { Swap, type SwapFamily } from "./swap";
import { Update } from "./update";

const LOOK_MS = 1500;
const DISTURBANCES: Array<[string, string]> = [
  ["none", "line is clean"],
  ["noise", "wrong speed: noise"],
  ["bad-check", "wrong parity: checks fail"],
  ["now-and-then", "loose contact"],
  ["deaf", "drives silent"],
  ["exceptions", "drives refuse all"],
];

/** What a person would do with their own hands at the cabinet, done here to stand-in drives. In the demo and the practice plant only, and marked so. */
export function Cabinet({
  first,
  families,
  trouble,
}: {
  first: StandInView[];
  families: SwapFamily[];
  trouble: Trouble | undefined;
}) {
  const [swapping, setSwapping] = useState<StandInView>();
  const [updating, setUpdating] = useState<StandInView>();
  const client = useQueryClient();
  const { plant } = usePlant();
  const { value: drives, trouble: unheard } = useKeptFresh(
    cabinet.showCabinet,
    { params: { plant } },
    first,
    { everyMs: LOOK_MS },
  );
  const at =
    (drive: StandInView): Press =>
    async (name, more = {}) => {
      await act(cabinet.actAtCabinet, {
        params: { plant },
        body: { line: drive.line, tag: drive.tag, act: name, ...more },
      });
      await client.invalidateQueries();
    };
  const lines = [...new Set(drives.map((each) => each.line))].map((line) =>
    drives.filter((each) => each.line === line),
  );
  return (
    <div className="px-6 py-6 max-w-6xl w-full mx-auto">
      <div className="border-2 border-dashed border-ochre rounded-page p-4 mb-4 bg-ochre-ground">
        <h1 className="text-xl font-semibold">The cabinet, as a stand-in</h1>
        <p>
          These are no real drives. They stand in for them here, and this page stands in for your hands:
          switch off, press a key, pull a cable, put another drive in.
        </p>
      </div>
      {trouble && (
        <Notice kind="caution" title={trouble.text}>
          {trouble.remedy}
        </Notice>
      )}
      {unheard && !trouble && (
        <Notice kind="caution" title={unheard.text}>
          {unheard.remedy} What stands here is from before.
        </Notice>
      )}
      <div className="space-y-2">
        {lines.map((group) => (
          <Line key={group[0]!.line} drives={group} at={at} onSwap={setSwapping} onUpdate={setUpdating} />
        ))}
      </div>
      {swapping && (
        <Swap
          drive={swapping}
          families={families}
          onClose={() => setSwapping(undefined)}
          onSwap={(make, definitionId) => {
            void at(swapping)("swap", { make, definitionId });
            setSwapping(undefined);
          }}
        />
      )}
      {updating && (
        <Update
          drive={updating}
          onClose={() => setUpdating(undefined)}
          onUpdate={(firmware) => {
            void at(updating)("update", { firmware });
            setUpdating(undefined);
          }}
        />
      )}
    </div>
  );
}

/** A cable and the drives on it. */
function Line({
  drives,
  at,
  onSwap,
  onUpdate,
}: {
  drives: StandInView[];
  at: (drive: StandInView) => Press;
  onSwap: (drive: StandInView) => void;
  onUpdate: (drive: StandInView) => void;
}) {
  const line = drives[0]!;
  const press = at(line);
  return (
    <section aria-label={line.lineTitle} className="bg-leaf border border-hairline rounded-page">
      <div className="px-4 py-1 bg-paper border-b border-hairline flex flex-wrap items-center gap-x-3 gap-y-1">
        <h2 className="font-semibold text-[15px]">{line.lineTitle}</h2>
        <span className="text-[13px] text-soft font-mono flex-1">
          {line.path ?? `127.0.0.1:${line.port}`}
        </span>
        <select
          aria-label={`Disturb ${line.lineTitle}`}
          value={line.disturbance}
          onChange={(event) => void press("disturb", { disturbance: event.target.value })}
          className="min-h-8 rounded-page border border-hairline bg-leaf px-1.5 text-[13px] w-52"
        >
          {DISTURBANCES.map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </select>
        {line.plugged ? (
          <Act on={() => press("pull")}>{line.path ? "Unplug the adapter" : "Pull cable"}</Act>
        ) : (
          <Act on={() => press("plug")}>{line.path ? "Plug the adapter in" : "Plug cable"}</Act>
        )}
      </div>
      <ul className="divide-y divide-hairline">
        {drives.map((drive) => (
          <StandIn
            key={drive.tag}
            drive={drive}
            press={at(drive)}
            onSwap={() => onSwap(drive)}
            onUpdate={() => onUpdate(drive)}
          />
        ))}
      </ul>
    </section>
  );
}
