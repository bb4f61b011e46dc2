import pino from "pino";

/** The program's own log, on standard error. LOG_LEVEL chooses how much; tests keep it silent. */
export const log = pino(
  { level: process.env.LOG_LEVEL ?? (process.env.JEST_WORKER_ID ? "silent" : "info") },
  pino.destination(2),
);
