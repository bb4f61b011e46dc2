/** Every table of the database. */
export * from "../auth-schema";
export * from "./checklist";
export * from "./drafts";
export * from "./files";
export * from "./journal";
export * from "./people";
export * from "./ledger";
export * from "./plant";
export * from "./work";
