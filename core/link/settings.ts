import type { Definition } from "@/core/definition";

export const PARITIES = ["none", "even", "odd"] as const;
export type Parity = (typeof PARITIES)[number];

/** How a serial line is spoken: both ends must agree on all of it. */
export interface SerialSettings {
  framing: "rtu" | "ascii";
  baud: number;
  parity: Parity;
  stopBits: 1 | 2;
}

/** A way to drives. */
export type LinkSettings =
  | { kind: "modbus-tcp"; host: string; port: number }
  /** A gateway that passes serial frames on as they are. */
  | { kind: "modbus-rtu-over-tcp"; host: string; port: number }
  | ({ kind: "modbus-serial"; path: string } & SerialSettings)
  /** `inFlight`: questions the gateway may hold at once. */
  | { kind: "canopen-gateway"; host: string; port: number; net: number; inFlight: number };

export type LinkKind = LinkSettings["kind"];
export const LINK_KINDS: readonly LinkKind[] = [
  "modbus-tcp",
  "modbus-rtu-over-tcp",
  "modbus-serial",
  "canopen-gateway",
];

export const LINK_WORDS: Record<LinkKind, string> = {
  "modbus-tcp": "Modbus TCP",
  "modbus-rtu-over-tcp": "Modbus RTU through a TCP gateway",
  "modbus-serial": "Modbus on a serial port",
  "canopen-gateway": "CANopen through a gateway",
};

/** What tells one physical way from another: two links with one key would be the same socket or port. */
export function linkKey(settings: LinkSettings): string {
  return settings.kind === "modbus-serial"
    ? `serial ${settings.path}`
    : `${settings.kind} ${settings.host}:${settings.port}`;
}

/** A link in a few words, for people. */
export function linkText(settings: LinkSettings): string {
  if (settings.kind !== "modbus-serial") return `${settings.host}:${settings.port}`;
  return `${settings.path}, ${serialText(settings)}`;
}

/** `RTU 9600 8E1`: framing, speed, data bits, parity, stop bits, as people write it. */
export function serialText({ framing, baud, parity, stopBits }: SerialSettings): string {
  return `${framing.toUpperCase()} ${baud} ${framing === "ascii" ? 7 : 8}${parity[0]!.toUpperCase()}${stopBits}`;
}

/** Which protocol is spoken on it. */
export function protocolOf(kind: LinkKind): Definition["protocol"] {
  return kind === "canopen-gateway" ? "canopen" : "modbus";
}

/** Whether drives of a family can be on such a link. */
export function speaksOn(definition: Definition, settings: LinkSettings): boolean {
  const { modbus, canopen } = definition.file;
  if (settings.kind === "canopen-gateway") return canopen !== undefined;
  if (settings.kind === "modbus-tcp") return modbus?.framings.includes("tcp") ?? false;
  return modbus?.framings.includes(settings.kind === "modbus-serial" ? settings.framing : "rtu") ?? false;
}
