import { RIGHTS, type Right } from "@/core/contract";
import type { Person } from "./person";

/** Whether a person may do something. So far whoever signs in may do everything; roles decide here once there are any. */
export function mayDo(person: Person, right: Right): boolean {
  return person.id !== "" && right in RIGHTS;
}
