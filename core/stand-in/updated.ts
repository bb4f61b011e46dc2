import { definitionFor } from "@/core/definition";
import type { StandInDrive } from "./drive";
import type { DriveMake } from "./drive-make";

/**
 * The same drive with another firmware, put on by its vendor's own means: what its permanent memory holds is kept as far as the other firmware has it, and its program is
 * still in it.
 */
export function updatedMake(drive: StandInDrive, firmware: string): DriveMake {
  const { definition, make, program } = drive;
  const later = definitionFor(definition, { firmware, axes: make.axes ?? 1, options: make.options ?? [] });
  const kept = definition.parameters.filter(({ code }) => later.byCode.has(code));
  return {
    ...make,
    firmware,
    values: Object.fromEntries(kept.map(({ code }) => [code, drive.valueOf(code, "permanent")])),
    volatileValues: undefined,
    program: program && { bytes: btoa(String.fromCharCode(...program.bytes)) },
  };
}
