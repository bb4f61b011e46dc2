import type { ModulesSpec } from "@/core/definition";
import type { DriveMake } from "./drive-make";

/** Puts a new module of the same kind into the slot that drives an axis (from 1): it has another serial number from then on. False where the axis has no module of its own. */
export function renewModule(make: DriveMake, spec: ModulesSpec | undefined, axis: number): boolean {
  const drivesAxis = (kind: number): boolean =>
    spec?.kinds.some((each) => each.axis && each.value === kind) ?? false;
  const slots = (make.modules ?? []).flatMap((kind, i) => (drivesAxis(kind) ? [i + 1] : []));
  const slot = slots[axis - 1];
  if (slot === undefined) return false;
  const serials = (make.moduleSerials ??= {});
  serials[slot] = `${make.serial}-${slot}N${Object.keys(serials).length}`;
  return true;
}
