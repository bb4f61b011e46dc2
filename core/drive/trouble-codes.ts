/**
 * Every reason why something asked for did not come about, by code. The first ones come from the wire and the drive;
 * the others from the ledger and whoever asks. `status` is what HTTP says of it (RFC 9110, RFC 6585, RFC 4918).
 */
export const TROUBLES = {
  silent: { status: 504, means: "nobody answered in time" },
  lost: { status: 502, means: "the way to the drive broke or could not be opened" },
  rubbish: { status: 502, means: "something came that is no answer" },
  refused: { status: 409, means: "the drive said no" },
  stopped: { status: 409, means: "a person stopped it" },
  "unknown-drive": { status: 409, means: "somebody answered whom no definition fits" },
  "other-drive": { status: 409, means: "another drive answers than the one that was meant" },
  "not-signed-in": { status: 401, means: "nobody is signed in" },
  "no-right": { status: 403, means: "this person may not do that" },
  "other-origin": { status: 403, means: "the request comes from a page of somebody else" },
  "not-acknowledged": { status: 428, means: "the warning before live work has not been acknowledged" },
  "bad-request": { status: 400, means: "what was sent is not right" },
  "bad-file": { status: 422, means: "a file cannot be used as what it is meant to be" },
  "not-found": { status: 404, means: "there is no such thing" },
  "not-connected": { status: 409, means: "the drive is not connected" },
  "not-now": { status: 409, means: "it does not stand so that this could be done now" },
  busy: { status: 409, means: "somebody else, or something else, is at it" },
  "changed-meanwhile": { status: 409, means: "somebody else changed it in the meantime" },
  "ask-first": { status: 409, means: "it has consequences that a person has to agree to first" },
  "plan-changed": { status: 409, means: "the plan is not the one that was seen" },
  "check-stops": { status: 409, means: "a check says stop" },
  "not-looked-at": { status: 409, means: "what the drive does not tell has not been looked at by a person" },
  "no-definition": { status: 409, means: "no definition here fits well enough" },
  "too-large": { status: 413, means: "more than is taken at once" },
  "no-space": { status: 507, means: "the disk of the program's computer is full" },
  fault: { status: 500, means: "the program met a fault of its own" },
} as const satisfies Record<string, { status: number; means: string }>;

export type TroubleCode = keyof typeof TROUBLES;
export const TROUBLE_CODES = Object.keys(TROUBLES) as TroubleCode[];
