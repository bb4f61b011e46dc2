import type { PlantRole } from "@/core/contract";
import type { Plant } from "@/core/plant";

/** Who does something: goes onto every record, receipt and line of the journal. */
export interface Person {
  id: string;
  name: string;
  /** The sign-in it happened in; the warning before live work is acknowledged once in each. */
  sessionId: string;
}

/** Who asks, with what they are: in the whole archive, and in each plant they belong to. */
export interface Asker extends Person {
  email: string;
  administrator: boolean;
  /** By plant id. */
  roles: ReadonlyMap<number, PlantRole>;
  /** The plants that are there for them, by name: those they belong to, for an administrator all. */
  plants: readonly Plant[];
}
