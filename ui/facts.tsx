import type { ReactNode } from "react";

/** Facts under one another: what each is, and what is so. */
export function Facts({ rows }: { rows: ReadonlyArray<readonly [title: string, words: ReactNode]> }) {
  return (
    <dl className="grid grid-cols-[14rem_1fr] gap-y-0.5 mb-3 text-[15px] max-sm:grid-cols-1">
      {rows.map(([title, words]) => [
        <dt key={title} className="text-soft">
          {title}
        </dt>,
        <dd key={`${title}-words`}>{words}</dd>,
      ])}
    </dl>
  );
}
