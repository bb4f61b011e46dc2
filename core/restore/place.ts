/** The stages of an operation on a drive, in the order in which they are gone through. A restore goes through most of them, the others have one each between looking through and reading again. */
export const STAGES = [
  "read-before",
  "review",
  "write",
  "look-again",
  "make-permanent",
  "restart",
  "power-off",
  "reset",
  "switch-over",
  "program",
  "verify",
  "receipt",
] as const;
export type Stage = (typeof STAGES)[number];

/** What a stage may wait for. "power": that somebody switches it off. "keypad": that somebody does something at its keypad. "person": it was halted, and somebody has to decide how it goes on. */
export const WAITS_FOR = ["drive", "motor", "permission", "power", "keypad", "person"] as const;
export type WaitsFor = (typeof WAITS_FOR)[number];

/** Where a restore stands, told once: what it is at, what it waits for there, and why. */
export interface Place {
  stage: Stage;
  waitsFor?: WaitsFor;
  /** In words: why it halted, or what has to be done. */
  why?: string;
  /** It is over: gone through to the end, or ended by a person where it stood. */
  over?: "done" | "ended";
}

export type PlaceEvent =
  /** A stage met something that it waits for; `person` halts it. */
  | { type: "wait"; for: WaitsFor; why?: string }
  /** What was waited for has come about. */
  | { type: "resume" }
  /** A stage is through; `to` is the next one. */
  | { type: "through"; to: Stage }
  /** What was written is gone or is to be tried again: back to writing. */
  | { type: "write-again" }
  /** The plan is too old: the drive is read once more. */
  | { type: "read-again" }
  /** Of a change on the drive: what it holds is read anew; more is collected; it is left, and read as a whole. */
  | { type: "look" }
  | { type: "collect" }
  | { type: "leave" }
  /** The receipt is written. */
  | { type: "done" }
  /** A person ends it where it stands. */
  | { type: "end" };

/** Where a restore begins. */
export const BEGINNING: Place = { stage: "read-before" };

/** From which stage which may follow. */
const NEXT: Record<Stage, readonly Stage[]> = {
  "read-before": ["review"],
  review: ["write", "make-permanent", "power-off", "reset", "switch-over", "program"],
  write: ["look-again"],
  "look-again": ["make-permanent"],
  "make-permanent": ["restart", "verify"],
  restart: ["verify"],
  "power-off": ["verify"],
  reset: ["verify"],
  "switch-over": ["verify"],
  program: ["verify"],
  verify: ["receipt"],
  receipt: [],
};

/**
 * Where a restore stands after an event. Throws when that cannot happen there: a restore that is over does not move,
 * and no stage is skipped.
 */
export function move(place: Place, event: PlaceEvent): Place {
  if (place.over) throw new Error(`A restore that is over cannot ${event.type}.`);
  const { stage } = place;
  switch (event.type) {
    case "wait":
      return { stage, waitsFor: event.for, why: event.why };
    case "resume":
      return { stage };
    case "through":
      if (!NEXT[stage].includes(event.to))
        throw new Error(`A restore does not go from ${stage} to ${event.to}.`);
      return { stage: event.to };
    case "write-again":
      if (STAGES.indexOf(stage) < STAGES.indexOf("write") || stage === "receipt")
        throw new Error(`Nothing was written yet in ${stage}.`);
      return { stage: "write" };
    case "read-again":
      if (stage !== "review")
        throw new Error(`A restore is read again while its plan is looked through, not in ${stage}.`);
      return { stage: "read-before" };
    case "look":
    case "leave":
      if (stage !== "review") throw new Error(`Nothing is collected in ${stage}.`);
      return { stage: event.type === "look" ? "look-again" : "verify" };
    case "collect":
      if (stage !== "look-again") throw new Error(`It was not read again in ${stage}.`);
      return { stage: "review" };
    case "done":
      if (stage !== "receipt") throw new Error(`A restore is not done in ${stage}.`);
      return { stage, over: "done" };
    case "end":
      return { stage, over: "ended", why: place.why };
  }
}

/** Whether work goes on by itself from here: nobody has to decide anything. */
export function worksByItself({ stage, waitsFor, over }: Place): boolean {
  return over === undefined && waitsFor !== "person" && stage !== "review";
}

/** How a step of the page stands when its work is that of a stage: not begun, under way, or gone through. Of a restore that ended, what was not gone through never happened. */
export function progressOf(place: Place, stage: Stage): "later" | "open" | "done" | "never" {
  const at = STAGES.indexOf(place.stage);
  const own = STAGES.indexOf(stage);
  if (own < at || (own === at && place.over === "done")) return "done";
  if (place.over === "ended") return "never";
  return own === at ? "open" : "later";
}
