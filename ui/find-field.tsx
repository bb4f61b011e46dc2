"use client";
import { useAwake } from "./awake";
import { classes } from "./classes";

interface Props {
  label: string;
  /** Whether the label stands above it, where its neighbours have theirs too. */
  told: boolean;
  value: string;
  onValue: (value: string) => void;
  placeholder: string;
  className?: string;
}

/** What a list is narrowed by while one types. */
export function FindField({ label, told, value, onValue, placeholder, className }: Props) {
  const awake = useAwake();
  return (
    <label className="block max-sm:basis-full">
      <span className={told ? "block text-sm text-soft mb-1" : "sr-only"}>{label}</span>
      <input
        value={value}
        readOnly={!awake}
        onChange={(event) => onValue(event.target.value)}
        placeholder={placeholder}
        className={classes(
          "min-h-9 pointer-coarse:min-h-11 rounded-page border border-hairline bg-leaf px-3 text-[15px]",
          className,
        )}
      />
    </label>
  );
}
