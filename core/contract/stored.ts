/** Shapes of parts that are kept in the database, for whoever reads them back. */
export { identity, rawValue } from "./views/drive";
export { check, plan, planChoices, sentChange } from "./views/restore";
