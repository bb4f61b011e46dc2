"use client";
import { useId, type SelectHTMLAttributes } from "react";
import { useAwake } from "./awake";
import { classes } from "./classes";

/** A labelled choice among a few. Its name is its label alone, not what can be chosen. */
export function Select({
  label,
  children,
  className,
  ...rest
}: SelectHTMLAttributes<HTMLSelectElement> & { label: string }) {
  const id = useId();
  const awake = useAwake();
  return (
    <div className={classes("block", className)}>
      <label htmlFor={id} className="block text-sm text-soft mb-1">
        {label}
      </label>
      <select
        {...rest}
        disabled={rest.disabled || !awake}
        id={id}
        className="w-full min-h-9 pointer-coarse:min-h-11 rounded-page border border-hairline bg-leaf px-2 focus:border-copper"
      >
        {children}
      </select>
    </div>
  );
}
