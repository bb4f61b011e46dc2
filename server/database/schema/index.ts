/** Every table of the database. */
export * from "../auth-schema";
export * from "./journal";
export * from "./ledger";
export * from "./plant";
export * from "./work";
