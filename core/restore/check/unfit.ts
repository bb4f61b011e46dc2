import type { Definition } from "@/core/definition";
import type { DriveIdentity } from "@/core/drive";
import type { Check, RecordFacts } from "./check";
import { family, fitted, rating, supply } from "./check-drive";

/** Why a record cannot be restored onto a drive whatever state it is in: family, rating, supply voltage, axes. Empty when it fits. */
export function unfitFor(definition: Definition, record: RecordFacts, drive: DriveIdentity): Check[] {
  return [family, rating, supply, fitted]
    .map((each) => each({ definition, record, drive }))
    .filter((each) => each.verdict === "stop");
}
