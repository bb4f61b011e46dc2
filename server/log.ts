import pino from "pino";
import { settings } from "./settings";

/** Wrong settings are told where they are read at start; until then the log speaks as usual. */
function levelOf(): string {
  try {
    return settings().logLevel;
  } catch {
    return "info";
  }
}

/** What the log keeps of an error. The database's speak of the values they were about, and those are people's and machines'. */
export function plainError(error: unknown): object {
  if (!(error instanceof Error)) return { type: typeof error };
  const { code, constraint, table } = error as Error & {
    code?: unknown;
    constraint?: unknown;
    table?: unknown;
  };
  const ofDatabase = "query" in error || "severity" in error;
  return {
    type: error.name,
    code,
    constraint,
    table,
    statement: "query" in error ? String(error.query).slice(0, 300) : undefined,
    message: ofDatabase ? "a statement was refused by the database" : error.message,
    at: error.stack?.split("\n").filter((line) => /^\s+at /.test(line)),
    cause: error.cause === undefined ? undefined : plainError(error.cause),
  };
}

/** The program's own log, on standard error. LOG_LEVEL chooses how much; tests keep it silent. */
export const log = pino({ level: levelOf(), serializers: { error: plainError } }, pino.destination(2));
