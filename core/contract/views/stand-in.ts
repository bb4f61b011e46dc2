import { list, object, optional, text, whole, yesNo, type Of } from "@/core/shape";

/** A stand-in drive in its cabinet, as the simulator tells it and the demo's cabinet page shows it. */
export const standInView = object({
  line: text(),
  lineTitle: text(),
  kind: text(),
  port: whole(),
  /** Of a serial port. */
  path: optional(text()),
  plugged: yesNo,
  /** What is wrong with the cable. */
  disturbance: text(),
  tag: text(),
  family: text(),
  definitionId: text(),
  rating: text(),
  ratings: list(object({ id: text(), name: text() })),
  firmware: text(),
  serial: text(),
  address: whole(),
  axes: whole(),
  /** Of one that can imitate its predecessor: whether it does, and as what it answers. */
  answersAs: optional(object({ predecessor: yesNo, family: text() })),
  /** It has a power part that can be exchanged on its own. */
  hasPowerPart: yesNo,
  /** Its control part can live while the power part is not fed. */
  canDieHalf: yesNo,
  /** It asks for write permission, that a person at the keypad gives. */
  asksPermission: yesNo,
  /** Whether a card with values sits in it; absent where the family has none. */
  hasCard: optional(yesNo),
  /** What it needs to run and can be taken away, and what is. */
  canMiss: list(text()),
  missing: optional(text()),
  powered: yesNo,
  mains: yesNo,
  turning: yesNo,
  trip: whole(),
  permission: yesNo,
  volatile: yesNo,
});
export type StandInView = Of<typeof standInView>;
