import { list, object, oneOf, optional, text, whole, yesNo, type Shape } from "@/core/shape";
import { endpoint, name } from "../endpoint";
import { PLANT_ROLES } from "../rights";

const person = object({ person: name });
const words = (what: string, max = 80): Shape<string> =>
  text({ min: 2, max, pattern: /\S.*\S/, called: what });
/** Capitals do not count: it is kept without them. */
const email = text({ min: 3, max: 200, pattern: /^[^\s@]+@[^\s@]+\.[^\s@]+$/, called: "an e-mail address" });
/** As the sign-in library takes them. */
const password = text({ min: 10, max: 200 });
/** What somebody is in the archive and in each plant, by the plant's slug. */
const standing = {
  administrator: yesNo,
  roles: list(object({ plant: name, role: oneOf(PLANT_ROLES) }), { max: 500 }),
};
/** Where a password is chosen, once and within a week; to be handed to whom it is for. */
const way = object({ path: text() });

export const invite = endpoint({
  method: "POST",
  path: "/api/people/invite",
  does: "Asks somebody in: gives the address of the page where they choose their password.",
  right: "people",
  body: object({ name: words("a name"), email, ...standing }),
  answer: way,
});

export const withdrawInvitation = endpoint({
  method: "POST",
  path: "/api/invitations/:invitation/withdraw",
  does: "Ends the address at which somebody would have chosen a password.",
  right: "people",
  params: object({ invitation: whole({ min: 1, max: 2 ** 31 - 1 }) }),
});

export const changePerson = endpoint({
  method: "POST",
  path: "/api/people/:person/change",
  does: "Says what a person is in the archive and in each plant.",
  right: "people",
  params: person,
  body: object(standing),
  troubles: ["not-now"],
});

export const closePerson = endpoint({
  method: "POST",
  path: "/api/people/:person/close",
  does: "Closes an account and ends its sign-ins; what was done under its name stays.",
  right: "people",
  params: person,
  troubles: ["not-now"],
});

export const reopenPerson = endpoint({
  method: "POST",
  path: "/api/people/:person/reopen",
  does: "Opens a closed account again.",
  right: "people",
  params: person,
});

export const newPassword = endpoint({
  method: "POST",
  path: "/api/people/:person/password",
  does: "Gives the address of a page where the account's owner chooses a new password.",
  right: "people",
  params: person,
  answer: way,
});

export const endPersonSessions = endpoint({
  method: "POST",
  path: "/api/people/:person/sign-out",
  does: "Ends every sign-in of an account.",
  right: "people",
  params: person,
});

export const endOwnSessions = endpoint({
  method: "POST",
  path: "/api/own/sign-out",
  does: "Ends one of one's own sign-ins, or all but this one.",
  right: "see",
  body: object({ session: optional(name) }),
});

export const join = endpoint({
  method: "POST",
  path: "/api/join",
  does: "Chooses the password of an invitation.",
  right: "see",
  open: true,
  body: object({ token: text({ min: 10, max: 100 }), password }),
  answer: object({ email: text() }),
});

export const begin = endpoint({
  method: "POST",
  path: "/api/begin",
  does: "Makes the first administrator of an empty ledger, with the code that the program printed.",
  right: "see",
  open: true,
  body: object({
    code: text({ min: 1, max: 20 }),
    plant: words("a plant's name"),
    name: words("a name"),
    email,
    password,
  }),
  troubles: ["not-now"],
});

export const makePlant = endpoint({
  method: "POST",
  path: "/api/plants",
  does: "Adds a plant to the archive.",
  right: "plants",
  body: object({ name: words("a plant's name") }),
  answer: object({ slug: text() }),
});

export const renamePlant = endpoint({
  method: "POST",
  path: "/api/plants/:plant/name",
  does: "Gives a plant another name; its address stays.",
  right: "plants",
  params: object({ plant: name }),
  body: object({ name: words("a plant's name") }),
});
