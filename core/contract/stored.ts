/** Shapes of parts that are kept in the database, for whoever reads them back. */
export { identity } from "./views/drive";
export { check, plan, planChoices } from "./views/restore";
