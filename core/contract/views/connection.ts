import { list, number, object, oneOf, optional, text, whole, yesNo, type Of } from "@/core/shape";
import { driveState, identity, linkSettings, trouble } from "./drive";

/** A moment, in ms since 1970. */
export const moment = number();

/** How a reading goes on: by group, so that a page can draw it as a strip. */
export const readingView = object({
  id: text(),
  phase: oneOf(["reading", "waiting", "done", "stopped"]),
  /** 0 to 1, weighed by what the wire costs. */
  share: number(),
  msLeft: optional(number()),
  groups: list(object({ id: text(), title: text(), count: whole(), read: whole(), refused: whole() })),
  /** Only a part of the drive is read: whatever comes of it is partial. */
  part: optional(yesNo),
  /** Why it stopped before it was done. */
  trouble: optional(trouble),
});
export type ReadingView = Of<typeof readingView>;

const place = object({ tag: text(), title: text() });

/** A connected drive as the pages see it. */
export const connectionView = object({
  id: text(),
  linkName: text(),
  link: linkSettings,
  unit: whole(),
  phase: oneOf(["connecting", "connected", "lost", "other-drive", "failed"]),
  /** When this phase began. */
  since: moment,
  identity: optional(identity),
  fit: optional(oneOf(["fits", "nearest"])),
  definitionTitle: optional(text()),
  state: optional(driveState),
  stateAt: optional(moment),
  trouble: optional(trouble),
  /** The adapter sends back whatever it is given; that is left out. */
  echoes: optional(yesNo),
  /** Who connected it. */
  byName: optional(text()),
  position: optional(place),
  /** It answers at the address of this position, but the ledger has it at the other. */
  answersAt: optional(place),
  /** The way noted for the position, in words, where it answers on another. */
  notedOtherwise: optional(text()),
  /** The receipt of the last restore onto it, where it ended before everything was as recorded. */
  unfinished: optional(whole()),
  /** Positions at which it may stand when nothing tells. */
  suggested: optional(list(object({ tag: text(), title: text(), why: text() }))),
  /** Why the standing record cannot be restored onto it. */
  unfit: optional(object({ record: whole(), why: list(object({ found: text(), remedy: text() })) })),
  /** The drive fitted at the position last time, when it is another than this. */
  swappedFor: optional(
    object({
      serial: text(),
      ratingName: text(),
      change: oneOf(["whole", "control", "power"]),
      powerPart: optional(text()),
    }),
  ),
  /** Modules of a rack that are others than were read last at the position, in words; the axis where one drives one. */
  modulesChanged: optional(list(object({ words: text(), axis: optional(whole()) }))),
  reading: optional(readingView),
  /**
   * What was read is how it was before this moment: something that changes it was sent to it then, or it came back from being away while not all of its values were
   * known to be permanent. Absent once it was read again.
   */
  outdated: optional(object({ since: moment, by: oneOf(["sent", "away"]) })),
  /** The record of its position in which what was read last is kept; `unchanged`: its settings stood there already. */
  kept: optional(object({ number: whole(), unchanged: yesNo, partial: yesNo })),
  /** What the definition says is possible without mains, and of running on a reduced supply. */
  withoutMains: optional(text()),
  /** What reading does to it: it is not read before a person has agreed to that. */
  readingDisturbs: optional(text()),
  reducedSupply: optional(text()),
  /** Who writes its values by itself, as the position's lists say: the likely author of a drift. */
  reloads: optional(text()),
  /** Settings that differ from the standing record, once everything is read. */
  drift: optional(
    object({
      record: whole(),
      changed: whole(),
      backToDefault: whole(),
      compared: whole(),
      /** Of these nobody can say whether they are as recorded. */
      notRead: whole(),
      /** The record holds them, this drive has nothing for them. */
      lacks: whole(),
      /** This drive has them, the record does not. */
      unrecorded: whole(),
    }),
  ),
  /** The standing record stands under another parameter list, so nobody can say how the drive differs from it. */
  notCompared: optional(object({ record: whole(), recordedAs: text() })),
});
export type ConnectionView = Of<typeof connectionView>;

/** What came of asking at one address, as one letter each: not yet, silent, found, unknown, rubbish, the gateway says nobody. */
export type SearchMark = "." | "s" | "f" | "u" | "r" | "g";

/** A drive that a search has found. */
export const foundDrive = object({
  unit: whole(),
  link: linkSettings,
  /** Absent when no known family fits. */
  identity: optional(identity),
  definitionTitle: optional(text()),
  fit: optional(oneOf(["fits", "nearest"])),
  position: optional(place),
  /** It stands at its position in place of the drive that was fitted there. */
  swapped: yesNo,
  /** It was heard at the address that it answers on when it is alone. */
  lone: optional(whole()),
  trouble: optional(trouble),
});
export type FoundDrive = Of<typeof foundDrive>;
