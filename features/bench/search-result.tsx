"use client";
import { bench, type FoundDrive, type SearchMark, type SearchView } from "@/core/contract";
import { linkText, type LinkSettings } from "@/core/link";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { classes } from "@/ui/classes";
import { duration } from "@/ui/when";
import { AdviceList } from "./advice-list";
import { driveText } from "./types";

const PHASE_WORDS: Record<SearchView["phase"], string> = {
  looking: "Looking for drives",
  stopped: "Search stopped",
  done: "Search done",
};
/** Signs that stand in a cell in place of the address. */
const SIGNS: Partial<Record<SearchMark, string>> = { r: "≈", u: "?", g: "×" };
const WORDS: Record<SearchMark, string> = {
  ".": "not asked yet",
  s: "silent",
  f: "a drive",
  u: "somebody unknown",
  r: "rubbish",
  g: "the gateway says nobody",
};

/** A search as it goes on: one cell an address, what answered, what to check. */
export function SearchResult({
  view,
  busy,
  onConnect,
  onPatient,
}: {
  view: SearchView;
  busy: boolean;
  onConnect: (link: LinkSettings, unit: number, as?: string) => void;
  onPatient: () => void;
}) {
  const { plant } = usePlant();
  const looking = view.phase === "looking";
  const drives = view.found.filter((each) => each.identity);
  const others = view.found.filter((each) => !each.identity);
  return (
    <section aria-label={`Search on ${view.linkName}`} className="mb-6">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1 mb-1">
        <h2 className="text-lg font-semibold">
          {PHASE_WORDS[view.phase]}: {drives.length} found
        </h2>
        <p className="text-soft text-[14px]">
          {view.linkName}
          {looking &&
            view.at &&
            `, now ${view.passes.length > 1 ? `${view.passes[view.at.pass]?.title}, ` : ""}address ${view.at.unit}`}
          {looking && view.msLeft !== undefined && `, at most ${duration(view.msLeft)} left`}
        </p>
        {!looking && (
          <button
            type="button"
            className="min-h-8 text-[14px] underline underline-offset-4 decoration-hairline hover:decoration-copper"
            onClick={() => void act(bench.forgetSearch, { params: { plant, search: view.id } })}
          >
            Put away
          </button>
        )}
        {looking && (
          <Button
            letter="x"
            onClick={() =>
              void act(bench.stopSearch, { params: { plant, search: view.id } }, { repeats: true })
            }
          >
            Stop looking
          </Button>
        )}
      </div>
      <div className="space-y-1.5">
        {view.passes.map(
          (pass, i) =>
            (pass.marks.replaceAll(".", "") !== "" || i === view.at?.pass || view.passes.length === 1) && (
              <Strip
                key={pass.title}
                title={view.passes.length > 1 ? pass.title : undefined}
                pass={pass}
                at={i === view.at?.pass ? view.at.unit : undefined}
              />
            ),
        )}
      </div>
      {view.found.length > 0 && (
        <ul className="mt-3 bg-leaf border border-hairline rounded-page divide-y divide-hairline">
          {drives.map((each) => (
            <Found
              key={`${each.unit}/${each.identity?.serial}`}
              drive={each}
              several={view.passes.length > 1}
              busy={busy}
              onConnect={onConnect}
            />
          ))}
          {others.map((each) => (
            <li key={each.unit} className="flex items-center gap-4 pl-4 pr-2 py-1.5 text-[15px]">
              <span className="font-mono w-10">{each.unit}</span>
              <span className="flex-1">
                {each.trouble?.kind === "unknown-drive" ? "A drive of no known family." : each.trouble?.text}
              </span>
              {each.trouble?.kind === "unknown-drive" && (
                <Button disabled={busy} onClick={() => onConnect(each.link, each.unit)}>
                  What is it
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
      {!looking && view.advice.length > 0 && (
        <div className="mt-3">
          <AdviceList advice={view.advice} />
        </div>
      )}
      {!looking && view.quick && drives.length === 0 && (
        <p className="mt-3 text-[15px]">
          Each address was asked once, quickly.{" "}
          <button type="button" className="underline underline-offset-4" onClick={onPatient}>
            Look again with patience
          </button>{" "}
          for a drive that is slow to answer.
        </p>
      )}
    </section>
  );
}

function Found({
  drive,
  several,
  busy,
  onConnect,
}: {
  drive: FoundDrive;
  several: boolean;
  busy: boolean;
  onConnect: (link: LinkSettings, unit: number) => void;
}) {
  const { identity, position } = drive;
  return (
    <li className="flex items-center gap-4 pl-4 pr-2 py-1.5 text-[15px]">
      <span className="font-mono w-10">{drive.unit}</span>
      <span className="flex-1 min-w-0">
        <span className="block">
          {identity!.vendor} {driveText(identity!)}
          {identity!.really && <span className="text-soft">, really a {identity!.really.family}</span>}
          {drive.lone !== undefined && (
            <span className="text-soft">, heard at its lone address {drive.lone}</span>
          )}
        </span>
        <span className="block text-[14px] text-soft">
          {position ? (
            <>
              stands at <span className="font-mono">{position.tag}</span> {position.title}
              {drive.swapped && (
                <strong className="text-ochre">, in place of the drive that was fitted there</strong>
              )}
            </>
          ) : (
            "at no known position"
          )}
          {drive.fit === "nearest" && <strong className="text-ochre">, firmware without a definition</strong>}
          {several && `, ${linkText(drive.link)}`}
        </span>
      </span>
      <Button
        disabled={busy}
        onClick={() => onConnect(drive.link, drive.unit)}
        aria-label={`Connect address ${drive.unit}`}
      >
        Connect
      </Button>
    </li>
  );
}

/** One way of speaking: a cell an address, in the order asked. Form and place tell them apart, not colour alone. */
function Strip({
  title,
  pass,
  at,
}: {
  title: string | undefined;
  pass: SearchView["passes"][number];
  at: number | undefined;
}) {
  const first = pass.units[0];
  const last = Math.max(...pass.units);
  return (
    <div>
      {title && <p className="text-[13px] text-soft font-mono">{title}</p>}
      <div
        className="flex flex-wrap gap-[2px]"
        role="img"
        aria-label={`${pass.units.length} addresses from ${first} to ${last}: ${count(pass.marks, "f")} drives, ${count(pass.marks, "s")} silent, ${count(pass.marks, "r")} with rubbish`}
      >
        {pass.units.map((unit, i) => {
          const mark = pass.marks[i] as SearchMark;
          return (
            <span
              key={`${unit}-${i}`}
              title={`Address ${unit}: ${WORDS[mark]}`}
              className={classes(
                "w-[23px] h-[20px] text-[10.5px] leading-[18px] text-center font-mono border border-hairline overflow-hidden",
                mark === "." && "text-soft bg-paper",
                mark === "s" && "text-soft border-dashed bg-leaf",
                mark === "f" && "bg-teal text-leaf border-teal",
                mark === "u" && "bg-teal-ground border-teal",
                mark === "r" && "bg-ochre-ground border-ochre text-ochre",
                mark === "g" && "text-soft bg-leaf",
                unit === at && mark === "." && "outline outline-2 outline-copper",
              )}
            >
              {SIGNS[mark] ?? unit}
            </span>
          );
        })}
      </div>
    </div>
  );
}

function count(marks: string, mark: SearchMark): number {
  return marks.split(mark).length - 1;
}
