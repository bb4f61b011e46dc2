/** People who sign in. */
export { AUTH_WAYS, createAuth, type Auth } from "./auth";
export {
  changeAccount,
  closeAccount,
  endSessions,
  listAccounts,
  openInvitations,
  reopenAccount,
  sessionsOf,
  type Account,
} from "./accounts";
export { addPerson } from "./add-person";
export { beginArchive, firstRunCode, isFirstRun, isFirstRunCode, NOT_THE_CODE } from "./first-run";
export { invitationOf, invite, inviteAgain, join, withdrawInvitation, type Invitee } from "./invite";
export { Sessions } from "./sessions";
export type { Asker, Person } from "./person";
export { askerOfToken, listTokens, makeToken, revokeToken } from "./tokens";
export { askerOfSession, sessionToken } from "./asker-of-session";
export { highestRole, mayDo, roleIn } from "./rights";
export { acknowledgeLiveWork, hasAcknowledged, NOT_ACKNOWLEDGED } from "./acknowledge";
