"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { rounds as ways, type ConnectionView } from "@/core/contract";
import { driftWords } from "@/features/bench/drift";
import { Keep } from "@/features/bench/keep";
import { usePlant } from "@/features/house/use-plant";
import { act } from "@/features/live/ask";
import { useLive } from "@/features/live/store";
import { Button } from "@/ui/button";
import { Link } from "@/ui/link";
import { Select } from "@/ui/select";

export interface WalkState {
  linkId: number;
  linkName: string;
  byName: string;
  connectionId: string | undefined;
  said: string;
  spoken: string[];
}

/** Walking with one cable: whoever it is plugged into shows up here by itself, and is kept only when somebody presses. */
export function Walk({
  round,
  walk,
  links,
  lines,
}: {
  round: number;
  walk: WalkState | undefined;
  links: Array<{ id: number; name: string }>;
  /** Positions of the round, and whether each is recorded. */
  lines: Array<{ tag: string; done: boolean }>;
}) {
  const router = useRouter();
  const { plant } = usePlant();
  const { connections, online } = useLive();
  const [chosen, setChosen] = useState(links[0]?.id);
  const params = { plant, round };
  const then = (done: object | undefined): void => {
    if (done) router.refresh();
  };
  if (!walk)
    return links.length === 0 ? null : (
      <div className="flex flex-wrap items-end gap-2 mb-4 no-print">
        <Select
          label="With one cable that is moved from drive to drive"
          value={chosen}
          onChange={(event) => setChosen(Number(event.target.value))}
        >
          {links.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Select>
        <Button
          disabled={chosen === undefined}
          onClick={() => void act(ways.walkRound, { params, body: { link: chosen! } }).then(then)}
        >
          Walk with it
        </Button>
      </div>
    );
  const view = walk.connectionId === undefined ? undefined : connections.get(walk.connectionId);
  return (
    <section
      aria-label="At the cable"
      className="mb-4 border-2 border-teal rounded-page bg-leaf px-3 py-2.5 space-y-2 no-print"
    >
      <div className="flex flex-wrap items-center gap-x-3">
        <h2 className="font-semibold flex-1">
          At the cable <span className="text-soft font-normal">{walk.linkName}</span>
        </h2>
        <span className="text-soft text-[14px]">{walk.byName} walks</span>
        <Button
          rank="quiet"
          onClick={() => void act(ways.stopWalk, { params }, { repeats: true }).then(then)}
        >
          Stop walking
        </Button>
      </div>
      {online && view?.phase === "connected" ? (
        <Newcomer view={view} lines={lines} />
      ) : (
        <p role="status">
          {online
            ? walk.said ||
              "Nobody answers yet. Plug the cable into the next drive: it shows up here by itself."
            : "The server does not answer: what the cable is at is not known."}
          {online && walk.spoken.length > 0 && (
            <span className="block text-soft text-[14px]">
              It is looked for as {walk.spoken.join(", ")}: as the port is set, and as the families leave the
              factory.
            </span>
          )}
        </p>
      )}
    </section>
  );
}

/** Who the cable is at, and what can be done now. */
function Newcomer({ view, lines }: { view: ConnectionView; lines: Array<{ tag: string; done: boolean }> }) {
  const { to } = usePlant();
  const { identity, position, swappedFor, reading, drift, readingDisturbs } = view;
  const line = lines.find((each) => each.tag === position?.tag);
  const bench = (
    <Link className="underline underline-offset-4 decoration-copper" href={to(`/bench/${view.id}`)}>
      Look at it at the bench
    </Link>
  );
  return (
    <>
      <p role="status">
        {position ? (
          <>
            <strong className="font-mono">{position.tag}</strong> {position.title}
          </>
        ) : (
          "A drive that the ledger has nowhere"
        )}
        , serial <span className="font-mono">{identity?.serial}</span>
        {reading?.phase === "reading" && ": being read"}
        {drift && `: ${driftWords(drift)}`}
      </p>
      {position && !line && <p className="text-soft">It is none of this round.</p>}
      {line?.done && <p>It is recorded. Move the cable on to the next drive.</p>}
      {readingDisturbs !== undefined && !reading && (
        <p>
          Reading it disturbs it ({readingDisturbs}). {bench}
        </p>
      )}
      {!position && <p>{bench} and say where it stands.</p>}
      {swappedFor && (
        <p className="text-ochre">
          Another drive was fitted here before: {swappedFor.serial}. {bench}
        </p>
      )}
      {position && !swappedFor && !line?.done && (
        <div className="flex flex-wrap gap-2">
          <Keep view={view} parts={undefined} />
        </div>
      )}
    </>
  );
}
