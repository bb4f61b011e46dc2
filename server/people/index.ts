/** People who sign in. */
export { addPerson, createAuth, type Auth } from "./auth";
export type { Person } from "./person";
export { mayDo } from "./rights";
export { acknowledgeLiveWork, hasAcknowledged, NOT_ACKNOWLEDGED } from "./acknowledge";
