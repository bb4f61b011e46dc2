/** Whether a position could be restored tonight: a verdict out of facts, with reasons and what would mend each. */
export {
  REASON_CODES,
  USUAL_THRESHOLDS,
  VERDICTS,
  type NextStep,
  type ReadinessFacts,
  type Reason,
  type ReasonCode,
  type Thresholds,
  type Verdict,
} from "./facts";
export { mendsOf, type MendableLine, type Mends } from "./mend";
export { readinessOf, type Readiness } from "./readiness";
