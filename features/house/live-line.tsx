"use client";
import { useEffect, useSyncExternalStore } from "react";
import { bench, type ConnectionView, type JobView } from "@/core/contract";
import { driveKeyOf } from "@/core/drive";
import { linkText } from "@/core/link";
import { worksByItself, type Operation, type Place, type Stage, type WaitsFor } from "@/core/restore";
import { Offered } from "@/features/house/rights";
import { usePlant } from "@/features/house/use-plant";
import { ask } from "@/features/live/ask";
import { useAskFirst } from "@/features/live/ask-first";
import { useLive, useLiveStream } from "@/features/live/store";
import { classes } from "@/ui/classes";
import { Link } from "@/ui/link";
import { NotTold } from "@/ui/not-told";
import { clock, duration, otherZone } from "@/ui/when";

const NEVER_CHANGES = () => () => undefined;

/** The strip at the foot of every page: each connected drive, what it is doing, whether it turns, what is volatile, the running job. */
export function LiveLine() {
  const { plant, to } = usePlant();
  useLiveStream(plant);
  const { connections, jobs, snapshots, online, offlineSince, shut } = useLive();
  // The whole page is dimmed: what it shows was true when the program was last heard.
  useEffect(() => {
    document.documentElement.toggleAttribute("data-unheard", !online);
    return () => document.documentElement.removeAttribute("data-unheard");
  }, [online]);
  const zone = useSyncExternalStore(NEVER_CHANGES, otherZone, () => undefined);
  const open = [...jobs.values()].filter((each) => each.open);
  const unconnected = open.filter((job) => ![...connections.values()].some((each) => isAt(each, job)));
  return (
    <footer
      aria-label="Live line"
      className="border-t border-hairline bg-paper px-5 min-h-10 flex items-center gap-3 text-[14px] overflow-x-auto no-print"
    >
      {shut && (
        <span role="status" className="text-ochre font-medium whitespace-nowrap">
          {shut === "signed-out" ? "You are signed out" : "You do not belong to this plant any more"}; what is
          shown is from before.{" "}
          <Link href={shut === "signed-out" ? "/sign-in" : "/"} className="underline underline-offset-4">
            {shut === "signed-out" ? "Sign in" : "To your plants"}
          </Link>
        </span>
      )}
      {!online && !shut && (
        <span role="status" className="text-ochre font-medium whitespace-nowrap">
          Calm Ledger does not answer since {clock(offlineSince ?? 0)}: what is shown is from then. Trying
          again.
        </span>
      )}
      {connections.size === 0 && unconnected.length === 0 && online && (
        <span className="text-soft">
          {snapshots === 0 ? "Asking which drives are connected ..." : "No drive is connected."}
        </span>
      )}
      {[...connections.values()].map((each) => (
        <Connected key={each.id} view={each} job={open.find((job) => isAt(each, job))} />
      ))}
      {unconnected.map((job) => (
        <Link
          key={job.id}
          href={to(`/restore/${job.id}`)}
          className="whitespace-nowrap text-ochre underline underline-offset-4"
        >
          {job.tag}: {WORK[job.kind]} waits for its drive
        </Link>
      ))}
      {zone && <span className="ml-auto whitespace-nowrap text-soft">Times are the plant’s: {zone}</span>}
    </footer>
  );
}

function isAt(view: ConnectionView, job: JobView): boolean {
  return view.identity !== undefined && driveKeyOf(view.identity) === job.driveKey;
}

function Connected({ view, job }: { view: ConnectionView; job: JobView | undefined }) {
  const { plant, to } = usePlant();
  const { askFirst, question } = useAskFirst();
  const working = job !== undefined && worksByItself(job.place);
  const { online } = useLive();
  // What a lost drive did last says nothing of what it does now; nor does what was heard before the program fell silent.
  const away = !online || view.phase !== "connected";
  const state = away ? undefined : view.state;
  // Under a definition that does not fit, its words may mean something else.
  const told = view.fit === "fits";
  const name = view.position?.tag ?? view.identity?.serial ?? linkText(view.link);
  return (
    <div
      className={classes(
        "flex items-center gap-2.5 whitespace-nowrap rounded-page pl-2.5 pr-1 min-h-8",
        away ? "bg-ochre-ground" : "bg-teal-ground",
      )}
    >
      <svg
        viewBox="0 0 10 10"
        className={classes("w-2.5 h-2.5", away ? "text-ochre" : "text-teal")}
        aria-hidden
      >
        <circle
          cx="5"
          cy="5"
          r="3.6"
          fill={told && state?.volatile === false ? "currentColor" : "none"}
          stroke="currentColor"
          strokeWidth="1.6"
          strokeDasharray={away ? "2 1.6" : undefined}
        />
      </svg>
      <Link href={to(`/bench/${view.id}`)} className="font-semibold hover:underline underline-offset-4">
        {name}
      </Link>
      {/* What may hurt somebody is never the part that a narrow page cuts off. */}
      {state?.running && <span className="text-vermilion font-semibold">motor turns</span>}
      {state?.runCommand && !state.running && (
        <span className="text-vermilion font-semibold">run command stands</span>
      )}
      {state && (!told || state.running === undefined) && <NotTold>motor</NotTold>}
      {state?.controlOnly && <span className="text-ochre">control part only</span>}
      {state?.reducedSupply && <span className="text-ochre">reduced supply</span>}
      {state?.tripped && !state.trip?.expected && (
        <span className="text-vermilion font-semibold">
          trip {state.trip?.number}: {state.trip?.name}
        </span>
      )}
      {online ? <span>{describe(view, job)}</span> : <NotTold>what it does now</NotTold>}
      {state?.volatile && <span title="Some values would be gone after a power-off.">volatile</span>}
      {job && (
        <Link href={to(`/restore/${job.id}`)} className="underline underline-offset-4">
          {WORK[job.kind]}
        </Link>
      )}
      {question}
      <Offered right="connect">
        <button
          type="button"
          disabled={working}
          title={working ? `Under way: ${WORK[job.kind]}.` : "Let go of this drive"}
          onClick={() =>
            void askFirst("Let go all the same", (although) =>
              ask(bench.letGo, { params: { plant, connection: view.id }, body: { although } }),
            )
          }
          className="min-h-8 px-2 text-soft hover:text-ink disabled:opacity-40"
        >
          Let go
        </button>
      </Offered>
    </div>
  );
}

const WORK: Record<Operation, string> = {
  restore: "restore",
  change: "change on the drive",
  "make-permanent": "making permanent",
  "power-off": "power-off",
  "factory-reset": "factory reset",
  imitate: "switching over",
  "be-itself": "switching back",
  "program-put-on": "putting its program on",
  "program-start": "starting its program",
  "program-stop": "stopping its program",
  "program-take-off": "taking its program off",
};

const STAGES: Record<Stage, string> = {
  "read-before": "read before anything is done",
  review: "waits to be looked through",
  write: "being written",
  "look-again": "read again before it is made permanent",
  "make-permanent": "being made permanent",
  restart: "restarts",
  "power-off": "is to be switched off",
  reset: "being reset",
  "switch-over": "being switched over",
  program: "its program is worked on",
  verify: "read again",
  receipt: "done",
};
const WAITS: Record<WaitsFor, string> = {
  permission: "waits for the write permission",
  motor: "waits for the motor to stop",
  power: "waits to be switched off and on",
  keypad: "waits for somebody at its keypad",
  drive: "drive is lost, trying again",
  person: "halted",
};

function placeWords({ stage, waitsFor }: Place): string {
  return waitsFor ? WAITS[waitsFor] : STAGES[stage];
}

function describe(view: ConnectionView, job: JobView | undefined): string {
  if (view.phase === "lost") return "lost, trying again";
  if (view.phase === "other-drive") return "another drive answers";
  if (job) {
    const { written, planned, refused, unknown, other } = job.counts;
    const writing = job.place.stage === "write" && !job.place.waitsFor;
    const all = written + planned + refused + unknown + other;
    // Between one writing and the next it waits for nobody: somebody is at it.
    if (job.kind === "change" && job.place.stage === "review" && !job.place.waitsFor)
      return "values are changed on it";
    return placeWords(job.place) + (writing ? ` ${written + refused + other} of ${all}` : "");
  }
  if (view.reading?.phase === "reading")
    return `being read, ${Math.round(view.reading.share * 100)} %${view.reading.msLeft === undefined ? "" : `, ${duration(view.reading.msLeft)} left`}`;
  if (view.reading?.phase === "stopped") return "partly read";
  return "connected";
}
