/**
 * What a person may do. Every endpoint and every page names one of these; who has which stands below, and nowhere else.
 */
export const RIGHTS = {
  see: "look at the plant, its records, drives and receipts, and follow work that is under way",
  annotate: "write notes and labels, add files",
  connect: "look for drives, speak to them and read them",
  record: "keep a reading as a record",
  draft: "change drafts, and enter them as records",
  restore: "write a record onto a drive, stop it, put back, end it",
  links: "name and forget kept links",
  arrange: "make, name and move positions",
  cabinet: "do at the stand-ins what hands do at a cabinet",
  raise: "raise a record to the standing one",
  define: "import definitions",
  retire: "retire positions and bring them back",
  people: "say who belongs to a plant and as what",
  plants: "make and name plants, take copies of the whole archive",
} as const;

export type Right = keyof typeof RIGHTS;

/** From the least to the most; each may do all that the one before it may. "administrator" is of the whole archive, the others of a plant. */
export const ROLES = ["reader", "technician", "lead", "administrator"] as const;
export type Role = (typeof ROLES)[number];

/** Roles that a person has in one plant. */
export const PLANT_ROLES = ["reader", "technician", "lead"] as const;
export type PlantRole = (typeof PLANT_ROLES)[number];

export const ROLE_WORDS: Record<Role, string> = {
  reader: "sees everything of the plant, and follows work; changes nothing",
  technician: "connects, records and restores; makes positions; writes notes",
  lead: "also raises standing records, imports definitions, retires positions",
  administrator: "everything, in every plant; says who belongs to which",
};

/** The least role that has a right. */
const FROM: Record<Right, Role> = {
  see: "reader",
  annotate: "technician",
  connect: "technician",
  record: "technician",
  draft: "technician",
  restore: "technician",
  links: "technician",
  arrange: "technician",
  cabinet: "technician",
  raise: "lead",
  define: "lead",
  retire: "lead",
  people: "administrator",
  plants: "administrator",
};

/** The least role that has a right. */
export const leastRole = (right: Right): Role => FROM[right];

/** Whether a role has a right. Nobody's role is that of somebody who belongs to no plant. Example: `hasRight("reader", "restore")` is false. */
export function hasRight(role: Role | undefined, right: Right): boolean {
  return role !== undefined && ROLES.indexOf(role) >= ROLES.indexOf(FROM[right]);
}
