/** What happened, in one line each. */
export { readJournal, writeJournal, type JournalLine } from "./journal";
