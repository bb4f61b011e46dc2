import { hasRight, ROLES, type Right, type Role } from "@/core/contract";
import type { Asker } from "./person";

/** What somebody is in a plant; undefined for who does not belong to it. */
export function roleIn(
  { administrator, roles }: Pick<Asker, "administrator" | "roles">,
  plantId: number,
): Role | undefined {
  return administrator ? "administrator" : roles.get(plantId);
}

/**
 * The most that somebody is anywhere: decides over what belongs to no plant, such as definitions. Practising gives nobody a right over what real plants share: who only
 * practises is a reader here.
 */
export function highestRole({
  administrator,
  roles,
  plants,
}: Pick<Asker, "administrator" | "roles" | "plants">): Role | undefined {
  if (administrator) return "administrator";
  const real = plants.flatMap((each) => (each.practice ? [] : (roles.get(each.id) ?? [])));
  const highest = real.sort((a, b) => ROLES.indexOf(b) - ROLES.indexOf(a))[0];
  return highest ?? (roles.size > 0 ? "reader" : undefined);
}

/** Whether somebody may do something in a plant, or, without one, in what belongs to none. */
export function mayDo(asker: Asker, right: Right, plantId?: number): boolean {
  return hasRight(plantId === undefined ? highestRole(asker) : roleIn(asker, plantId), right);
}
