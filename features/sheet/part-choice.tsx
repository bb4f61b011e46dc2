"use client";
import { factsOf, type Beside, type SheetData } from "@/core/sheet";
import { useAwake } from "@/ui/awake";
import type { View } from "./use-view";

interface Words {
  name: string;
  every: string;
  /** What belongs to none of them. */
  none: string;
  one: string;
  beside: string;
}

const WORDS: Record<Beside, Words> = {
  axes: {
    name: "Axis",
    every: "every axis",
    none: "shared by all axes",
    one: "axis",
    beside: "axes side by side",
  },
  sets: {
    name: "Parameter set",
    every: "every set",
    none: "in no set",
    one: "set",
    beside: "sets side by side",
  },
};

/** Which axis or parameter set is shown, or all of them side by side; nothing where the drive has but one. */
export function PartChoice({
  of,
  data,
  view,
  onView,
}: {
  of: Beside;
  /** The sheet as it is without anything side by side. */
  data: SheetData;
  view: View;
  onView: (change: Partial<View>) => void;
}) {
  const awake = useAwake();
  const numbers = factsOf(data)[of];
  if (numbers.length < 2) return null;
  const words = WORDS[of];
  const chosen = of === "axes" ? view.axis : view.set;
  const choose = (value: string): void => {
    const number = /^\d+$/.test(value) ? Number(value) : undefined;
    const beside = value === "beside" ? of : undefined;
    const other = view.beside === of ? undefined : view.beside;
    onView({
      ...(of === "axes" ? { axis: number } : { set: number }),
      beside: beside ?? other,
      at: undefined,
    });
  };
  return (
    <select
      aria-label={words.name}
      value={view.beside === of ? "beside" : (chosen ?? "")}
      disabled={!awake}
      onChange={({ target: { value } }) => choose(value)}
      className="min-h-8 pointer-coarse:min-h-11 rounded-page border border-hairline bg-leaf px-2"
    >
      <option value="">{words.every}</option>
      <option value="0">{words.none}</option>
      {numbers.map((each) => (
        <option key={each} value={each}>
          {words.one} {each}
        </option>
      ))}
      <option value="beside">{words.beside}</option>
    </select>
  );
}
