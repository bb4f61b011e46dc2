/** Questions to the whole plant: conditions as they are typed, and whether they hold at a position. */
export { answer, type Answer, type Asked } from "./answer";
export { codesNeeded, simpleOf } from "./codes";
export { allHold, FACTS, OPERATORS, type Condition, type Fact, type Holds, type Operator } from "./condition";
export { parseCondition, type ParsedCondition } from "./parse";
export { splitConditions } from "./split";
export { suggest, type Suggestion } from "./suggest";
export { conditionWords, subjectWords } from "./words";
