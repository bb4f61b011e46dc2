/** What happened, in one line each. */
export { journalPeople, readJournal, writeJournal, type JournalFilter, type JournalLine } from "./journal";
