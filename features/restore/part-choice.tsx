"use client";
import { partWords, type RestoredPart } from "@/core/restore";
import type { Parameter } from "@/core/value";

/** Whether the whole drive is meant, or one axis or one parameter set alone; nothing is drawn where a drive has neither. */
export function PartChoice({
  parameters,
  part,
  locked,
  onChoose,
}: {
  parameters: readonly Parameter[];
  part: RestoredPart | undefined;
  locked: boolean;
  onChoose: (part: RestoredPart | undefined) => void;
}) {
  const several = (of: "axis" | "set"): number[] => {
    const all = [...new Set(parameters.map((each) => each[of]))].filter((each) => each > 0);
    return all.length > 1 ? all.sort((a, b) => a - b) : [];
  };
  const parts: RestoredPart[] = [
    ...several("axis").map((axis) => ({ axes: [axis] })),
    ...several("set").map((set) => ({ sets: [set] })),
  ];
  if (parts.length === 0) return null;
  const chosen = part && partWords(part);
  return (
    <fieldset disabled={locked} className="flex flex-wrap gap-x-6 gap-y-1 mb-3 text-[15px]">
      <legend className="text-soft text-[14px] mb-1">Restore</legend>
      {[undefined, ...parts].map((each) => {
        const words = each ? partWords(each) : "the whole drive";
        return (
          <label key={words} className="flex items-center gap-2 min-h-8 pointer-coarse:min-h-11">
            <input
              type="radio"
              name="part"
              checked={chosen === (each && words)}
              onChange={() => onChoose(each)}
            />
            {words}
          </label>
        );
      })}
    </fieldset>
  );
}
