import pino from "pino";
import { settings } from "./settings";

/** The program's own log, on standard error. LOG_LEVEL chooses how much; tests keep it silent. */
/** Wrong settings are told where they are read at start; until then the log speaks as usual. */
function levelOf(): string {
  try {
    return settings().logLevel;
  } catch {
    return "info";
  }
}

export const log = pino({ level: levelOf() }, pino.destination(2));
