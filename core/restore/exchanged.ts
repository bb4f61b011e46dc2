import { BELONGS_TO, type BelongsTo, type Parameter } from "@/core/value";

/** What may have been exchanged at a position before a restore. */
export const EXCHANGED = ["drive", "power-part", ...BELONGS_TO] as const;
export type Exchanged = (typeof EXCHANGED)[number];

/** In words, as a person reads them. */
export const EXCHANGED_TEXT: Record<Exchanged, string> = {
  drive: "the drive",
  "power-part": "the power part",
  motor: "the motor",
  encoder: "the encoder",
  mechanics: "the mechanics",
};

/** The parts of the machine among what was exchanged; with a new one the axis is not ready before it was identified, homed and proved. */
export function newParts(exchanged: readonly Exchanged[] = []): BelongsTo[] {
  return BELONGS_TO.filter((each) => exchanged.includes(each));
}

/** Whose the value is: what its definition says, and of results of tuning the motor and its encoder. */
export function ownersOf({ belongsTo, kind }: Parameter): readonly BelongsTo[] {
  return belongsTo ?? (kind === "tuning" ? ["motor", "encoder"] : []);
}

/** Whether a recorded value was found out on a part that is not there any more. Example: a commutation angle after a new encoder. */
export function ofFormerPart(parameter: Parameter, exchanged: readonly Exchanged[]): boolean {
  return ownersOf(parameter).some((each) => exchanged.includes(each));
}
