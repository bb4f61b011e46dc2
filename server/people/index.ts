/** People who sign in. */
export { addPerson, AUTH_WAYS, createAuth, type Auth } from "./auth";
export { Sessions } from "./sessions";
export type { Person } from "./person";
export { mayDo } from "./rights";
export { acknowledgeLiveWork, hasAcknowledged, NOT_ACKNOWLEDGED } from "./acknowledge";
