import { EVERYTHING, parameterFor, withinScope, type Definition } from "@/core/definition";
import { checkRange, NOT_SETTINGS, type Parameter, type RawValue } from "@/core/value";
import { ofFormerPart, type Exchanged } from "./exchanged";
import { orderWrites } from "./order";
import type { RestoredPart } from "./part";
import type { PlannedProgram } from "./planned-program";
import type { PlannedWrite } from "./planned-write";
import type { Switching } from "./switching";

/** What a person may decide about a restore. */
export interface PlanChoices {
  /** Results of tuning: right for the same motor on the same rating. */
  tuning: boolean;
  /** Communication settings go last; left out when the drive goes to another position. */
  communication: boolean;
  ratingDependent: boolean;
  /** Texts, which name the place; absent where the record is the place's own, and they are taken along. */
  names?: boolean;
  /** What was exchanged at the position; absent as long as nobody has said. */
  exchanged?: Exchanged[];
  /** One axis or one set alone; absent for the whole drive. */
  part?: RestoredPart;
  /** Codes left out by hand. */
  leaveOut: readonly string[];
}

export const USUAL_CHOICES: PlanChoices = {
  tuning: true,
  communication: true,
  ratingDependent: true,
  leaveOut: [],
};

export const LEFT_OUT = {
  "read-only": "read-only on the drive",
  moving: "changes by itself",
  command: "a command, never written by a restore",
  safety: "of a safe function: entered and confirmed by a person",
  secret: "a password or key, typed at the drive when it is needed",
  tuning: "tuning result, left out by choice",
  communication: "communication setting, left out by choice",
  rating: "depends on the rating, left out by choice",
  name: "a text that names the other place, left out by choice",
  exchanged: "belongs to a part that was exchanged, and is found out anew",
  hand: "left out by hand",
  scope: "outside of the part that is restored",
  "not-recorded": "not in the record",
  "not-read": "this drive has not got it",
  "kept-by-reset": "kept by a factory reset",
  "no-default": "its factory value is not told",
} as const;
export type LeftOutReason = keyof typeof LEFT_OUT;

export interface Plan {
  /** In the order in which they are written. */
  writes: PlannedWrite[];
  leftOut: Array<{
    code: string;
    reason: LeftOutReason;
    from?: RawValue;
    to?: RawValue;
  }>;
  /** Settings that already are as recorded. */
  equal: number;
  /** What is in none of the others: measured values, counters and clocks, and what would be left out but is alike. Together all parameters are counted. */
  rest?: number;
  /** Nobody knows which values they are; of an operation that is no restore. */
  untold?: boolean;
  /** The drive answers with another parameter list afterwards: which, and what is lost. */
  over?: Switching;
  /** What is done with the drive's own program. */
  program?: PlannedProgram;
  /** Some written value takes effect only after a restart. */
  needsRestart: boolean;
}

/**
 * What has to be written so that a drive holds what a record holds. `live` is what the drive holds now.
 * Only what differs is written; what is left out is listed with its reason, except what moves by itself and equals anyway. Where one part
 * alone is chosen nothing outside of it is written.
 */
export function planRestore(
  definition: Definition,
  rating: string | undefined,
  recorded: ReadonlyMap<string, RawValue>,
  live: ReadonlyMap<string, RawValue>,
  choices: PlanChoices = USUAL_CHOICES,
): Plan {
  const plan: Plan = { writes: [], leftOut: [], equal: 0, needsRestart: false };
  const byHand = new Set(choices.leaveOut);
  const inside = new Set(withinScope(definition, choices.part ?? EVERYTHING));
  for (const parameter of definition.parameters) {
    const from = live.get(parameter.code);
    const to = recorded.get(parameter.code);
    if (NOT_SETTINGS.has(parameter.kind) && parameter.kind !== "command") continue;
    const reason = inside.has(parameter) ? leftOutReason(parameter, from, to, choices, byHand) : "scope";
    if (reason === undefined && from === to) {
      plan.equal += 1;
      continue;
    }
    if (reason !== undefined) {
      if (from !== to) plan.leftOut.push({ code: parameter.code, reason, from, to });
      continue;
    }
    const caution = checkRange(parameterFor(definition, parameter, rating), to!);
    plan.writes.push(
      caution ? { code: parameter.code, from, to: to!, caution } : { code: parameter.code, from, to: to! },
    );
    if (parameter.effect === "after-restart") plan.needsRestart = true;
  }
  // What the record has of a module or a firmware that this drive has not got.
  for (const [code, to] of recorded)
    if (!definition.byCode.has(code)) plan.leftOut.push({ code, reason: "not-read", from: undefined, to });
  plan.rest =
    definition.parameters.length -
    plan.writes.length -
    plan.equal -
    plan.leftOut.filter((each) => definition.byCode.has(each.code)).length;
  plan.writes = orderWrites(definition, plan.writes, live);
  return plan;
}

/** Parameters with which, as recorded, the shaft can start without a new command: code and name, in every set and axis. */
export function startsByItself(definition: Definition, recorded: ReadonlyMap<string, RawValue>): string[] {
  const watched = definition.file.startsByItself ?? [];
  const holds = ({ on, above }: (typeof watched)[number], raw: RawValue): boolean =>
    [on ?? []].flat().includes(Number(raw)) || (above !== undefined && Number(raw) > above);
  return definition.parameters
    .filter(({ base, code }) => {
      const raw = recorded.get(code);
      return raw !== undefined && watched.some((each) => each.code === base && holds(each, raw));
    })
    .map((each) => `${each.code} ${each.name}`);
}

function leftOutReason(
  parameter: Parameter,
  from: RawValue | undefined,
  to: RawValue | undefined,
  choices: PlanChoices,
  byHand: ReadonlySet<string>,
): LeftOutReason | undefined {
  if (to === undefined) return "not-recorded";
  if (from === undefined) return "not-read";
  if (parameter.readOnly) return "read-only";
  if (parameter.kind === "command" || parameter.kind === "safety" || parameter.kind === "secret")
    return parameter.kind;
  if (byHand.has(parameter.code)) return "hand";
  if (ofFormerPart(parameter, choices.exchanged ?? [])) return "exchanged";
  if (parameter.kind === "tuning" && !choices.tuning) return "tuning";
  if (parameter.kind === "communication" && !choices.communication) return "communication";
  if (parameter.type === "text" && choices.names === false) return "name";
  if (parameter.ratingDependent && !choices.ratingDependent) return "rating";
  return undefined;
}
