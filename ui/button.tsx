"use client";
import type { ButtonHTMLAttributes, ReactNode } from "react";
import { useAwake } from "./awake";
import { classes } from "./classes";
import { useKey } from "./keys";
import { Link } from "./link";

type Rank = "primary" | "plain" | "quiet" | "danger";

const LOOK: Record<Rank, string> = {
  primary: "bg-copper-deep text-on-copper border-copper-deep hover:brightness-110",
  plain: "bg-leaf text-ink border-hairline hover:border-copper",
  quiet: "bg-transparent text-ink border-transparent hover:border-hairline",
  danger: "bg-leaf text-vermilion border-vermilion hover:bg-vermilion-ground",
};

/** One line where there is room; a long one, with the name of a line in it, is broken rather than cut in one hand. In a table others give way. */
const BASE =
  "inline-flex items-center justify-center gap-2 min-h-9 max-w-full shrink-0 px-3.5 py-1 rounded-page border text-[15px] leading-5 font-medium [td_&]:whitespace-nowrap pointer-coarse:min-h-11 disabled:opacity-45 disabled:cursor-not-allowed";

/** It waits for its page, for a moment: that is no reason to look as if it could not be pressed. */
const WAKING = "disabled:opacity-100! disabled:cursor-default!";

interface Props extends ButtonHTMLAttributes<HTMLButtonElement> {
  rank?: Rank;
  /** One letter that does the same; shown on the tooltip. */
  letter?: string;
  children: ReactNode;
}

/** An action: a verb in full. One primary action a page. */
export function Button({ rank = "plain", letter, children, className, title, ...rest }: Props) {
  const awake = useAwake();
  useKey(letter, () => {
    if (!rest.disabled) rest.onClick?.(undefined as never);
  });
  return (
    <button
      type="button"
      {...rest}
      disabled={rest.disabled || !awake}
      title={letter ? `${title ? `${title} ` : ""}Key: ${letter}` : title}
      className={classes(BASE, LOOK[rank], !awake && !rest.disabled && WAKING, className)}
    >
      {children}
    </button>
  );
}

/** The same for an action that leads to another page. */
export function ButtonLink({
  href,
  rank = "plain",
  letter,
  children,
}: {
  href: string;
  rank?: Rank;
  letter?: string;
  children: ReactNode;
}) {
  useKey(letter, () => document.getElementById(`go-${href}`)?.click());
  return (
    <Link
      id={`go-${href}`}
      href={href}
      title={letter && `Key: ${letter}`}
      className={classes(BASE, LOOK[rank])}
    >
      {children}
    </Link>
  );
}
