import type { Address, AxesSpec } from "./file";

/**
 * The number that stands for an address in the built definition: a register as it is, a CANopen object "6083.01" as
 * index times 256 plus sub-index. Neighbouring sub-indexes are neighbours in this number too.
 */
export function addressOf(address: Address): number {
  if (typeof address === "number") return address;
  const [index = "", sub = ""] = address.split(".");
  return parseInt(index, 16) * 256 + parseInt(sub, 16);
}

/** A CANopen object as people write it: "6083.01". */
export function objectText(address: number): string {
  const index = Math.floor(address / 256)
    .toString(16)
    .toUpperCase()
    .padStart(4, "0");
  return `${index}.${(address & 0xff).toString(16).toUpperCase().padStart(2, "0")}`;
}

/** How far the addresses of an axis lie behind those of axis 1, and which node it is, counted from the drive's own. */
export function axisShift(
  axes: AxesSpec | undefined,
  protocol: "modbus" | "canopen",
  axis: number,
): { address: number; node: number } {
  if (!axes || axis <= 1) return { address: 0, node: 0 };
  if (axes.by === "node") return { address: 0, node: axis - 1 };
  return { address: (axis - 1) * (axes.offset ?? 0) * (protocol === "canopen" ? 256 : 1), node: 0 };
}
