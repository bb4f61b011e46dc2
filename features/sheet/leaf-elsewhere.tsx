"use client";
import { useState } from "react";
import { sheets, type ElsewhereView } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { counted } from "@/core/words";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { useAsked } from "@/features/live/query";
import { Button } from "@/ui/button";
import { classes } from "@/ui/classes";
import { Link } from "@/ui/link";
import { Bulk } from "./bulk";

/** Lines drawn at first, how many more at a time, and how many at most: a leaf is no table of the plant. */
const FIRST = 50;
const MORE = 150;
const MOST = 500;

/** The same parameter at the other positions of the family, those that have it otherwise first; asked for when somebody wants to see it. */
export function Elsewhere({
  family,
  code,
  name,
  fixed,
  here,
  value,
}: {
  family: string;
  code: string;
  name: string;
  /** Nothing ever writes it. */
  fixed: boolean;
  here: string | undefined;
  /** What is held here. */
  value: string | undefined;
}) {
  const { plant, to } = usePlant();
  const [open, setOpen] = useState(false);
  const [count, setCount] = useState(FIRST);
  const [drafting, setDrafting] = useState(false);
  const params = { plant, definition: family };
  const asked = useAsked(
    sheets.showElsewhere,
    { params, query: { code, held: value, but: here, count } },
    { enabled: open, keepLast: true },
  );
  const all = useAsked(sheets.showElsewhere, { params, query: { code, count: MOST } }, { enabled: drafting });
  // Where nothing answers, what was there last stays.
  const [last, setLast] = useState<ElsewhereView>();
  if (asked?.ok && asked.value !== last) setLast(asked.value);
  const found = asked?.ok ? asked.value : last;
  const left = found ? found.total - found.lines.length : 0;
  return (
    <section aria-label="At other positions" className="mt-3 border-t border-hairline pt-2">
      {!open && <Button onClick={() => setOpen(true)}>At other positions</Button>}
      {open && <h4 className="font-semibold">At other positions</h4>}
      {asked?.ok === false && (
        <p className="text-ochre">
          {asked.trouble.text}
          {last && " What stands here is from before."}
        </p>
      )}
      {found?.total === 0 && <p className="text-soft">No other position has a record of this family.</p>}
      {found && found.total > 0 && <Spread found={found} value={value} />}
      {found && (found.total > 0 || here !== undefined) && !fixed && (
        <Offered right="draft">
          <Button rank="quiet" className="-ml-[15px]" onClick={() => setDrafting(true)}>
            Draft a change at several ...
          </Button>
          {drafting && all?.ok === false && <p className="text-ochre">{all.trouble.text}</p>}
          {drafting && all?.ok && all.value.total === 0 && (
            <p className="text-soft">No position has a record that a draft could begin with.</p>
          )}
          {drafting && all?.ok && all.value.total > 0 && (
            <Bulk
              family={family}
              code={code}
              name={name}
              positions={all.value.lines.map(({ tag, title, text }) => ({ tag, title, text }))}
              of={all.value.total}
              onClose={() => setDrafting(false)}
            />
          )}
        </Offered>
      )}
      <ul>
        {found?.lines.map((each) => (
          <li key={each.tag} className="flex gap-2 py-0.5">
            <Link
              className="font-mono underline underline-offset-4 shrink-0"
              title={each.title}
              href={to(positionPath(each.tag, `?record=${each.record}`))}
            >
              {each.tag}
            </Link>
            <span
              className={classes(
                "flex-1 font-mono text-right",
                value !== undefined && each.text !== value ? "text-ink" : "text-soft",
              )}
            >
              {each.text ?? "not in the record"}
            </span>
            <span className="w-24 text-soft text-[13px]">
              {value !== undefined && each.text !== undefined && each.text !== value ? "otherwise" : ""}
              {each.standing ? "" : " not standing"}
            </span>
          </li>
        ))}
      </ul>
      {left > 0 && count < MOST && (
        <Button rank="quiet" className="-ml-[15px]" onClick={() => setCount(Math.min(count + MORE, MOST))}>
          Show {Math.min(left, MORE)} of {left} more
        </Button>
      )}
      {left > 0 && count >= MOST && (
        <p className="text-soft py-1">
          And {left} more.{" "}
          <Link className="underline underline-offset-4" href={to("/ask")}>
            Ask the plant
          </Link>{" "}
          for those that are of interest.
        </p>
      )}
    </section>
  );
}

/** How many have it as here, and what the others have. */
function Spread({ found, value }: { found: ElsewhereView; value: string | undefined }) {
  const { total, alike, different, values } = found;
  // Where there are many, one that stands alone tells nothing.
  const others = values.filter(
    (each) =>
      (value === undefined || each.text !== value) && (different <= values.length || each.positions > 1),
  );
  const named = others.length + (alike > 0 ? 1 : 0);
  return (
    <p className="text-[14px] py-1">
      {value !== undefined && `${alike} of ${counted(total, "position")} as here`}
      {others.length > 0 && (
        <>
          {value !== undefined && "; "}
          {others.map((each, i) => (
            <span key={each.text ?? ""}>
              {i > 0 && ", "}
              <span className={each.text === undefined ? "" : "font-mono whitespace-nowrap"}>
                {each.text ?? "not in the record"}
              </span>{" "}
              at {each.positions}
            </span>
          ))}
        </>
      )}
      {different > named && (others.length > 0 ? ", and " : value !== undefined && "; ")}
      {different > named && counted(different - named, "other value")}.
    </p>
  );
}
