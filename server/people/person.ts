import type { PlantRole } from "@/core/contract";

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
  /** Which of these are practice plants: what somebody is there counts there alone. */
  practice: ReadonlySet<number>;
}
