import type { ConnectionView, FoundDrive } from "@/core/contract";
import type { LinkSettings, Parity } from "@/core/link";

/** What the bench needs to know of a family to offer its settings and its card. */
export interface FamilyView {
  id: string;
  title: string;
  protocol: "modbus" | "canopen";
  framings: Array<"rtu" | "tcp" | "ascii">;
  /** As it leaves the factory. */
  defaults: { port: number; unit: number; baud?: number; parity?: Parity; stopBits?: 1 | 2; net?: number };
  speeds: number[];
  card: CardView | undefined;
  withoutMains: string | undefined;
}

export interface CardView {
  cable: string;
  port: string;
  switches?: string;
  keypad: string;
  manual: string;
  bench: string;
  danger?: string;
}

/** A kept link, and the drives that are known on it: those of positions, and those that were seen there. */
export interface KnownLink {
  id: number;
  name: string;
  link: LinkSettings;
  lastSuccess: number | undefined;
  drives: KnownDrive[];
}

export interface KnownDrive {
  unit: number;
  tag?: string;
  title?: string;
  /** A person noted that it answers there, and nobody has been there yet. */
  untried?: boolean;
  /** What was seen there last. */
  text?: string;
  seenAt?: number;
}

/** Rating, firmware and serial number of a drive in a few words. */
export function driveText(
  identity: NonNullable<FoundDrive["identity"]> | NonNullable<ConnectionView["identity"]>,
): string {
  return `${identity.ratingName}, firmware ${identity.firmware}${identity.serial && !identity.placed ? `, serial ${identity.serial}` : ""}`;
}
