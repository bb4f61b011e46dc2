"use client";
import { useRef, type ReactNode } from "react";
import { BESIDES, factsOf, type Filtered, type SheetData } from "@/core/sheet";
import { counted } from "@/core/words";
import { useAwake } from "@/ui/awake";
import { useKey } from "@/ui/keys";
import { NotTold } from "@/ui/not-told";
import { Toggle } from "@/ui/toggle";
import { Count } from "./count";
import { KindsChoice } from "./kinds-choice";
import type { EarlierRecord } from "./leaf";
import { PartChoice } from "./part-choice";
import { EVERYTHING, type View } from "./use-view";

interface Props {
  data: SheetData;
  /** The same without anything side by side. */
  whole: SheetData;
  view: View;
  onView: (change: Partial<View>) => void;
  found: Filtered;
  /** How many stand on one's own list; undefined where there is none. */
  mine: number | undefined;
  /** Where columns are chosen. */
  columns: ReactNode;
  /** How many have a note. */
  noted: number;
  /** Earlier records that it can be held against. */
  earlier: readonly EarlierRecord[];
}

/** What of a sheet is shown: a search within it, and which rows. Whatever is on holds together. */
export function Toolbar({ data, whole, view, onView, found, mine, columns, noted, earlier }: Props) {
  const awake = useAwake();
  const finder = useRef<HTMLInputElement>(null);
  useKey("f", () => finder.current?.focus());
  const { rows: all, notDefault, differs, outside, untold, kinds, rated } = factsOf(data);
  const shown = found.groups.reduce((sum, each) => sum + each.rows.length, 0);
  return (
    <div className="border-b border-hairline px-5 py-2 text-[14px] no-print">
      <div className="flex flex-wrap items-center gap-x-1 gap-y-1">
        <input
          ref={finder}
          value={view.text}
          readOnly={!awake}
          onChange={(event) => onView({ text: event.target.value, could: undefined })}
          aria-label="Find in this sheet"
          placeholder="Find: stop ramp, > 2 s, = coast  (f)"
          title="Words in any order; conditions on the value: > 50 Hz, 2..5 s, = coast, != 0"
          onKeyDown={(event) => {
            if (event.key === "Escape") {
              onView({ text: "" });
              event.currentTarget.blur();
            }
          }}
          className="min-h-9 pointer-coarse:min-h-11 w-64 mr-2 rounded-page border border-hairline bg-paper px-3 text-[15px]"
        />
        <Toggle on={view.notDefault} onToggle={(on) => onView({ notDefault: on })}>
          Not default {!data.coming && <Count of={notDefault} />}
        </Toggle>
        {data.compares && (
          <Toggle on={view.differences} onToggle={(on) => onView({ differences: on })}>
            Differences {!data.coming && <Count of={differs} />}
          </Toggle>
        )}
        {(outside > 0 || view.outside) && (
          <Toggle on={view.outside ?? false} onToggle={(on) => onView({ outside: on || undefined })}>
            Outside <Count of={outside} />
          </Toggle>
        )}
        {(noted > 0 || view.noted) && (
          <Toggle on={view.noted ?? false} onToggle={(on) => onView({ noted: on || undefined })}>
            Has a note <Count of={noted} />
          </Toggle>
        )}
        {data.essentials.length > 0 && (
          <Toggle
            on={view.list === "essentials"}
            onToggle={(on) => onView({ list: on ? "essentials" : undefined })}
          >
            Essentials
          </Toggle>
        )}
        {mine !== undefined && (
          <Toggle on={view.list === "mine"} onToggle={(on) => onView({ list: on ? "mine" : undefined })}>
            My list <Count of={mine} />
          </Toggle>
        )}
        {BESIDES.map((each) => (
          <PartChoice key={each} of={each} data={whole} view={view} onView={onView} />
        ))}
        {earlier.length > 0 && (
          <select
            aria-label="Changed since"
            value={view.since ?? ""}
            disabled={!awake}
            onChange={({ target: { value } }) => onView({ since: value === "" ? undefined : Number(value) })}
            className="min-h-8 pointer-coarse:min-h-11 max-w-48 rounded-page border border-hairline bg-leaf px-2"
          >
            <option value="">changed since ...</option>
            {earlier.map(({ number, words }) => (
              <option key={number} value={number}>
                changed since {words}
              </option>
            ))}
          </select>
        )}
        {kinds.size > 1 && (
          <KindsChoice
            kinds={rated > 0 ? new Map([...kinds, ["rated", rated]]) : kinds}
            without={view.without}
            onWithout={(without) => onView({ without })}
          />
        )}
        {columns}
        <span className="ml-auto text-soft" aria-live="polite">
          {found.could > 0 && (
            <button
              type="button"
              className="min-h-8 pointer-coarse:min-h-11 px-1 mr-2 underline underline-offset-4 hover:text-ink"
              onClick={() => onView({ could: true })}
            >
              {found.could} more could be set so
            </button>
          )}
          {data.coming && "First rows; the rest is coming"}
          {shown < all && !data.coming && (
            <>
              <span className="font-mono">{shown}</span> of <span className="font-mono">{all}</span> rows{" "}
              <button
                type="button"
                className="min-h-8 pointer-coarse:min-h-11 px-1 underline underline-offset-4 hover:text-ink"
                onClick={() =>
                  onView({
                    ...EVERYTHING,
                    could: undefined,
                    noted: undefined,
                    outside: undefined,
                    list: undefined,
                    axis: undefined,
                    set: undefined,
                    since: undefined,
                  })
                }
              >
                Show all
              </button>
            </>
          )}
          {data.compares && view.differences && untold > 0 && !data.coming && (
            <span
              className="ml-3"
              title="Held in one column and not known in another: whether they differ, nobody can say."
            >
              <NotTold>{counted(untold, "row")}</NotTold>
            </span>
          )}
        </span>
      </div>
      {(found.instead.length > 0 || found.trouble !== undefined) && (
        <p role="status" className="mt-1 text-soft">
          {found.instead.map(({ typed, taken }) => (
            <span key={typed}>
              Nothing is called “{typed}”; looked for {taken.slice(0, 4).join(", ")}.{" "}
            </span>
          ))}
          {found.trouble}
        </p>
      )}
    </div>
  );
}
