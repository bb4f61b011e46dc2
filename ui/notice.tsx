import type { ReactNode } from "react";
import { classes } from "./classes";

/** Something to know: what happened, what it means, what to do next. The word says how grave it is; the colour only agrees. */
export function Notice({
  kind,
  title,
  children,
}: {
  kind: "stop" | "caution" | "note";
  title: ReactNode;
  children?: ReactNode;
}) {
  const look = {
    stop: "border-l-vermilion bg-vermilion-ground",
    caution: "border-l-ochre bg-ochre-ground",
    note: "border-l-copper bg-leaf",
  }[kind];
  return (
    <div
      role={kind === "stop" ? "alert" : "status"}
      className={classes("border border-hairline border-l-4 rounded-page px-4 py-2.5", look)}
    >
      <p className="font-semibold">{title}</p>
      {children && <div className="text-[15px] mt-0.5">{children}</div>}
    </div>
  );
}

/** What will stand here, and the first step. */
export function Empty({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div className="px-6 py-12 text-center text-soft">
      <p className="text-lg text-ink">{title}</p>
      {children && <div className="mt-2 max-w-prose mx-auto">{children}</div>}
    </div>
  );
}
