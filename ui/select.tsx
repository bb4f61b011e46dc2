import type { SelectHTMLAttributes } from "react";
import { classes } from "./classes";

/** A labelled choice among a few. */
export function Select({
  label,
  children,
  className,
  ...rest
}: SelectHTMLAttributes<HTMLSelectElement> & { label: string }) {
  return (
    <label className={classes("block", className)}>
      <span className="block text-sm text-soft mb-1">{label}</span>
      <select
        {...rest}
        className="w-full min-h-9 pointer-coarse:min-h-11 rounded-page border border-hairline bg-leaf px-2 focus:border-copper"
      >
        {children}
      </select>
    </label>
  );
}
