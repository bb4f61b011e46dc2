/** Links as settings, why one does not answer, where to look for drives. No sockets. */
export { LINK_KINDS, LINK_WORDS, linkKey, linkText, PARITIES, protocolOf, serialText, speaksOn, type LinkKind, type LinkSettings, type Parity, type SerialSettings } from "./settings";
export { sleptMs, type Moment } from "./slept";
