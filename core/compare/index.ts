/** n columns -> rows; kinds of difference; verdicts; drift. */
export { compareCard, type CardBesideDrive, type OnCard } from "./card";
export {
  compareColumns,
  numericDifference,
  onlyDifferences,
  type Column,
  type DifferenceKind,
  type Row,
  type Source,
} from "./compare";
export { butForPlace, type ButForPlace } from "./but-for-place";
export { driftOf, type Drift } from "./drift";
export { oddOnes, type OddOne } from "./odd";
export { verdict, VERDICTS, type Verdict } from "./verdict";
