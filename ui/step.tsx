import { Children, type ReactNode } from "react";
import { classes } from "./classes";

/** One step of a page whose steps stand one under the other: the current one is open, done ones are one line that says what was found. */
export function Step({
  number,
  title,
  state,
  found,
  level: Heading = "h2",
  children,
}: {
  number: number;
  title: string;
  state: "done" | "open" | "later";
  found?: ReactNode;
  level?: "h2" | "h3";
  children?: ReactNode;
}) {
  return (
    <section
      aria-current={state === "open" ? "step" : undefined}
      data-step={number}
      data-state={state}
      className={classes(
        "grid grid-cols-[3rem_1fr] max-sm:grid-cols-[2rem_1fr] border-b border-hairline",
        state === "later" && "text-soft",
      )}
    >
      <div className="margin-rule py-3 text-right pr-3 max-sm:pr-2 font-mono text-soft">
        {state === "done" ? (
          <span aria-label="done" className="text-copper-deep">
            ✓
          </span>
        ) : (
          number
        )}
      </div>
      <div className="py-3 px-4 max-sm:px-2.5 min-w-0">
        <div className="flex flex-wrap items-baseline gap-x-4">
          <Heading className={classes("text-[17px]", state === "open" ? "font-semibold" : "font-medium")}>
            {title}
          </Heading>
          {found && <div className="text-soft text-[15px]">{found}</div>}
        </div>
        {state !== "later" && Children.toArray(children).length > 0 && <div className="mt-3">{children}</div>}
      </div>
    </section>
  );
}
