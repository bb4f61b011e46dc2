/** Rounds: many positions recorded in one go, with what differed. */
export { beginRound, closeRound, findRound, listRounds, type RoundLine, type RoundState } from "./rounds";
export { RoundRunner } from "./runner";
export { Walks, type WalkView } from "./walk";
