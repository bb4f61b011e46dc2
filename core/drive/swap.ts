/** The serial numbers of a drive as it stands in the ledger, or as it answers. */
export interface Parts {
  serial: string;
  /** It tells no serial number: where it answers stands in its stead. */
  placed?: boolean;
  /** Absent where the family does not tell, or nobody has recorded it. */
  powerPart?: string | null;
}

/**
 * What became of the drive that was fitted. "control": the power part stayed and another control part sits on it.
 * "power": the control part is the old one and sits on another power part. Neither of these two is the old drive or a new one.
 */
export type Change = "same" | "whole" | "control" | "power";

/** Compares the drive that was fitted last with the one that answers now. A part that is not known on both sides decides nothing. */
export function whatChanged(fitted: Parts, now: Parts): Change {
  // A drive without a serial number of its own cannot be told from another.
  if (now.placed) return "same";
  const control = fitted.serial !== now.serial;
  const powerKnown = Boolean(fitted.powerPart) && Boolean(now.powerPart);
  const power = powerKnown && fitted.powerPart !== now.powerPart;
  if (control) return powerKnown && !power ? "control" : "whole";
  return power ? "power" : "same";
}
