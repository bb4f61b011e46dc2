/** Restores rehearsed against a stand-in in memory. */
export { findRehearsal, listRehearsals, makeRehearsal } from "./rehearsals";
