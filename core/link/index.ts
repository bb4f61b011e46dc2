/** Links as settings, why one does not answer, where to look for drives. No sockets. */
export {
  LINK_KINDS,
  LINK_WORDS,
  linkKey,
  linkText,
  PARITIES,
  protocolOf,
  serialText,
  speaksOn,
  type LinkKind,
  type LinkSettings,
  type Parity,
  type SerialSettings,
} from "./settings";
export { HOST, linkLine, PORT_PATH, readLinkLine } from "./link-line";
export { factorySpeech, speaking, speechOf } from "./speech";
export { sleptMs, type Moment } from "./slept";
export { adviseTrouble } from "./advise-trouble";
export type { Advice } from "./advice";
export { diagnose } from "./diagnose";
export { KnockTimeout } from "./knock-timeout";
export {
  BREADTHS,
  highestUnit,
  likelyUnits,
  planSearch,
  waysOnCable,
  type Breadth,
  type SearchPass,
  type SearchRequest,
} from "./search-plan";
export { addSymptom, noSymptoms, type Symptoms } from "./symptoms";
export { tellingSymptoms } from "./telling";
