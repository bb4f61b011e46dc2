"use client";
import { useRouter } from "next/navigation";
import { addressOf, rounds as ways } from "@/core/contract";
import { positionPath } from "@/core/plant/position-path";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { useRefresh } from "@/features/live/use-refresh";
import { Button } from "@/ui/button";
import { classes } from "@/ui/classes";
import { Link } from "@/ui/link";
import { moment } from "@/ui/when";
import { Walk, type WalkState } from "./walk";

type State = "left" | "working" | "unchanged" | "changed" | "not-reached";

interface Props {
  round: {
    id: number;
    name: string;
    at: number;
    byName: string;
    closed: boolean;
    lines: Array<{
      tag: string;
      title: string;
      area: string;
      link: string | undefined;
      state: State;
      said: string;
      record: number | undefined;
      byName: string | undefined;
    }>;
  };
  running: boolean;
  walk: WalkState | undefined;
  links: Array<{ id: number; name: string }>;
}

const WORDS: Record<State, string> = {
  left: "left",
  working: "being read",
  unchanged: "unchanged",
  changed: "changed",
  "not-reached": "not reached",
};

/** A round: what is done, what is left, what differed. Made for one hand: each position is a card with what to do next. */
export function RoundPage({ round, running, walk, links }: Props) {
  const router = useRouter();
  const { plant, to } = usePlant();
  useRefresh();
  const params = { plant, round: round.id };
  const count = (state: State): number => round.lines.filter((each) => each.state === state).length;
  const open = count("left") + count("working") + count("not-reached");
  const link = "underline underline-offset-4 decoration-hairline hover:decoration-copper";
  const then = (done: object | undefined): void => {
    if (done) router.refresh();
  };
  return (
    <div className="px-6 max-sm:px-3 py-4 max-w-4xl w-full mx-auto">
      <h1 className="text-xl font-semibold">{round.name}</h1>
      <p className="text-soft">
        Begun by {round.byName}, {moment(round.at)}
        {round.closed && ", ended"}
      </p>
      <p role="status" className="my-2">
        <strong>{count("unchanged")}</strong> unchanged, <strong>{count("changed")}</strong> changed,{" "}
        <strong>{count("not-reached")}</strong> not reached,{" "}
        <strong>{count("left") + count("working")}</strong> left
      </p>
      <div aria-hidden className="flex h-2.5 gap-px mb-3">
        {round.lines.map((each) => (
          <span
            key={each.tag}
            title={`${each.tag}: ${WORDS[each.state]}`}
            className={classes(
              "flex-1 rounded-[1px] border",
              each.state === "unchanged" && "bg-ink/70 border-ink/70",
              each.state === "changed" && "bg-copper border-copper",
              each.state === "not-reached" && "border-ochre border-dashed",
              each.state === "working" && "bg-teal-ground border-teal",
              each.state === "left" && "border-hairline",
            )}
          />
        ))}
      </div>
      {!round.closed && (
        <Offered right="record">
          <div className="flex flex-wrap gap-2 mb-4 no-print">
            {running ? (
              <Button onClick={() => void act(ways.stopRound, { params }, { repeats: true }).then(then)}>
                Stop
              </Button>
            ) : (
              <Button
                rank={walk ? "plain" : "primary"}
                disabled={open === 0}
                onClick={() => void act(ways.runRound, { params }).then(then)}
              >
                → Record what can be reached
              </Button>
            )}
            <Button disabled={running} onClick={() => void act(ways.closeRound, { params }).then(then)}>
              End the round
            </Button>
          </div>
        </Offered>
      )}
      {!round.closed && (
        <Offered right="record">
          <Walk
            round={round.id}
            walk={walk}
            links={links}
            lines={round.lines.map(({ tag, state }) => ({
              tag,
              done: state === "unchanged" || state === "changed",
            }))}
          />
        </Offered>
      )}
      <ul className="bg-leaf border border-hairline">
        {round.lines.map((each) => (
          <li
            key={each.tag}
            className="border-t border-hairline first:border-t-0 px-3 py-2 flex flex-wrap gap-x-3 gap-y-0.5 items-baseline"
          >
            <Link
              href={to(positionPath(each.tag))}
              className="font-mono w-20 hover:underline underline-offset-4"
            >
              {each.tag}
            </Link>
            <span className="flex-1 min-w-40">{each.title}</span>
            <span
              className={classes(
                "w-28 max-sm:w-auto",
                each.state === "changed" && "text-copper-deep font-semibold",
                each.state === "not-reached" && "text-ochre",
                each.state === "working" && "text-teal",
                (each.state === "left" || each.state === "unchanged") && "text-soft",
              )}
            >
              {WORDS[each.state]}
            </span>
            {(each.said || each.state === "left" || each.state === "not-reached") && (
              <span className="basis-full sm:pl-[5.75rem] text-[14px] text-soft">
                {each.said}
                {each.byName && each.said && <span>, {each.byName}</span>}
                {!round.closed && (each.state === "left" || each.state === "not-reached") && (
                  <Offered right="connect">
                    {" "}
                    <Link
                      className={`${link} inline-block min-h-8 pointer-coarse:min-h-11 content-center`}
                      href={to(each.link ? `/bench?tag=${encodeURIComponent(each.tag)}` : "/bench")}
                    >
                      {each.link ? `Connect it by ${each.link}` : "Connect it at the bench"}
                    </Link>
                  </Offered>
                )}
              </span>
            )}
          </li>
        ))}
      </ul>
      <p className="py-3 text-[15px] no-print">
        Take it along as{" "}
        <a
          className={link}
          download
          href={addressOf(ways.roundFile, { params: { ...params, format: "csv" } })}
        >
          CSV
        </a>{" "}
        or{" "}
        <a
          className={link}
          download
          href={addressOf(ways.roundFile, { params: { ...params, format: "xlsx" } })}
        >
          spreadsheet
        </a>
      </p>
    </div>
  );
}
