/** Restoring: checks, plan, order, outcome of each write, verification. */
export { axisCourse, type AxisCourse } from "./axis-course";
export {
  behindPassword,
  changedInAll,
  onlyStanding,
  planChange,
  scopeAround,
  touchedBy,
  verifyChange,
  type SentChange,
} from "./change";
export {
  checkChange,
  checkOperation,
  checkRestore,
  mayWrite,
  notLookedAt,
  unfitFor,
  wrongDrive,
  type ChangeInput,
  type Check,
  type CheckInput,
  type Looked,
  type OperationInput,
  type RecordFacts,
} from "./check";
export { closingLines } from "./closing";
export { EXCHANGED, EXCHANGED_TEXT, newParts, ownersOf, type Exchanged } from "./exchanged";
export {
  ACTS_AT,
  isOfProgram,
  isSwitchOver,
  OPERATION_WORDS,
  OPERATIONS,
  OTHER_OPERATIONS,
  type Operation,
  type PlainOperation,
  type ProgramOperation,
  type SwitchOver,
  type WholeOperation,
} from "./operation";
export { orderWrites } from "./order";
export {
  LEFT_OUT,
  planRestore,
  startsByItself,
  USUAL_CHOICES,
  type LeftOutReason,
  type Plan,
  type PlanChoices,
} from "./plan";
export {
  onceRestored,
  outsideOf,
  outsideWords,
  partWords,
  settingsOutside,
  type Outside,
  type RestoredPart,
} from "./part";
export { planProgram, verifyProgram } from "./plan-program";
export type { ChosenFile, PlannedProgram } from "./planned-program";
export { planSwitchOver, switchingPlan, verifySwitchOver } from "./plan-switch-over";
export type { Switching } from "./switching";
export { planOperation, type OperationFacts } from "./plan-operation";
export {
  BEGINNING,
  move,
  progressOf,
  STAGES,
  WAITS_FOR,
  worksByItself,
  type Place,
  type PlaceEvent,
  type Stage,
  type WaitsFor,
} from "./place";
export {
  besideFacts,
  byWords,
  lookedWords,
  ofProgramFacts,
  partFacts,
  OUTCOME_WORDS,
  lacksWords,
  outcomeWords,
  PERMANENT_WORDS,
  RECEIPT_HEADS,
  receiptAbout,
  RESULT_WORDS,
  wasOf,
} from "./receipt-words";
export type { PlannedWrite } from "./planned-write";
export {
  countSteps,
  needReadBack,
  settleReadBack,
  settleWrite,
  stepsOf,
  type StepState,
  type WriteStep,
} from "./step";
export { CHANGED_BY_DRIVE, MOST_ROUNDS, stepsAgain } from "./again";
export { plansTogether, type TogetherCell, type TogetherRow } from "./together";
export { verifyOperation } from "./verify-operation";
export { sentMoreThanOnce, verifyRestore, type ParameterResult, type Verification } from "./verify";
export { whyWritten } from "./why-written";
