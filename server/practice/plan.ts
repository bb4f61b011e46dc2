import { readFileSync } from "node:fs";
import { join } from "node:path";
import type { RawValue } from "@/core/value";

/** A drive of the practice plant: where it stands, what it is, what its machine needs, and what will be wrong with the one that replaces it. */
export interface PracticeStandIn {
  exercise: string;
  tag: string;
  title: string;
  line: string;
  kind: "tcp" | "rtu-over-tcp" | "canopen";
  definitionId: string;
  rating: string;
  firmware: string;
  /** How its serial numbers begin. */
  serials: string;
  values: Record<string, RawValue>;
  /** The code that a replacement does not take. */
  refuses?: string;
  /** After how many writes the power of a replacement goes off. */
  cutAfter?: number;
}

export interface PracticePlan {
  name: string;
  area: string;
  standIns: PracticeStandIn[];
}

/** The practice plant as people can read and change it. Throws when the file is not there. */
export function readPlan(): PracticePlan {
  const file = join(/* turbopackIgnore: true */ process.cwd(), "practice", "plant.json");
  return JSON.parse(readFileSync(file, "utf8")) as PracticePlan;
}
