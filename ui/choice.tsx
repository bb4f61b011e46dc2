"use client";
import { Radio, RadioGroup } from "@headlessui/react";
import type { ReactNode } from "react";
import { classes } from "./classes";

interface Props<T extends string> {
  label: string;
  values: readonly T[];
  /** Undefined while nothing is chosen. */
  chosen: T | undefined;
  onChoose: (value: T) => void;
  children: (value: T) => ReactNode;
  /** "line": side by side, a frame around the chosen one. "list": one under the other, a mark at its edge. */
  shape: "line" | "list";
  className?: string;
  /** What stands below the values of a list, such as that there are none. */
  below?: ReactNode;
}

/** One of a few, all of them in sight. Arrow keys go through them. */
export function Choice<T extends string>(props: Props<T>) {
  const { label, values, chosen, onChoose, children, shape, className, below } = props;
  return (
    <RadioGroup
      value={chosen ?? ("" as T)}
      onChange={onChoose}
      aria-label={label}
      className={classes(
        shape === "line"
          ? "flex items-center gap-1"
          : "border border-hairline rounded-page divide-y divide-hairline",
        className,
      )}
    >
      {values.map((each) => (
        <Radio
          key={each}
          value={each}
          className={classes(
            "cursor-pointer focus-visible:outline-2 focus-visible:outline-copper",
            shape === "line"
              ? "min-h-8 pointer-coarse:min-h-11 content-center px-3 py-1 rounded-page border border-transparent text-[14px] text-soft hover:text-ink data-checked:border-copper data-checked:text-ink"
              : "block px-3 py-1.5 min-h-9 pointer-coarse:min-h-11 content-center text-[15px] text-soft hover:text-ink data-checked:text-ink data-checked:font-semibold data-checked:bg-paper data-checked:shadow-[inset_3px_0_0_var(--copper)]",
          )}
        >
          {children(each)}
        </Radio>
      ))}
      {below}
    </RadioGroup>
  );
}
