import { readFileSync } from "node:fs";
import { join } from "node:path";
import type { Role } from "@/core/contract";
import type { LinkSettings } from "@/core/link";
import type { RawValue } from "@/core/value";

export type Story = "partial" | "reset" | "odd-twin" | "swapped" | "volatile";

export interface ScenarioPosition {
  tag: string;
  title: string;
  line: string;
  unit: number;
  job: string;
  rating: string;
  /** Of `families`; "rill" when absent. */
  family?: string;
  firmware?: string;
  axes?: number;
  options?: string[];
  modules?: number[];
  /** How many records were made in the past. */
  records: number;
  like: string;
  /** What its own program does; without one it has none. */
  program?: string;
  twins?: string;
  story?: Story;
}

/** What the making of a past needs to know of a family. */
export interface ScenarioFamily {
  definitionId: string;
  firmware: string;
  /** How serial numbers of the time begin. */
  serials: string;
  nameCode: string;
  addressCode: string;
  /** Values that move or count by themselves: a base, a spread over the positions, so much an hour. */
  measured: Record<string, { base?: number; spread?: number; perHour?: number }>;
  /** Small changes that somebody made over time, and why; each is taken by one record. */
  changes: Array<{ code: string; raw: RawValue; note: string }>;
}

/** A drive that stands on a line and at no position. */
export interface ScenarioSpare {
  line: string;
  tag: string;
  definitionId: string;
  rating: string;
  firmware: string;
  serial: string;
  values?: Record<string, RawValue>;
  imitates?: { rating: string; firmware: string; values?: Record<string, RawValue> };
}

/** A cable of the demo plant; the stand-ins make it, the ledger knows it as a link. */
export interface ScenarioLine {
  id: string;
  title: string;
  kind?: "tcp" | "rtu-over-tcp" | "serial" | "canopen";
  port: number;
  baud: number;
  gateway: boolean;
  path?: string;
  serial?: { framing: "rtu" | "ascii"; baud: number; parity: "none" | "even" | "odd" };
  latencyMs?: number;
}

/** How the application reaches a line. */
export function settingsOf(line: ScenarioLine): LinkSettings {
  const there = { host: "127.0.0.1", port: line.port };
  if (line.kind === "serial")
    return { kind: "modbus-serial", path: line.path!, ...line.serial!, stopBits: 1 };
  if (line.kind === "canopen") return { kind: "canopen-gateway", ...there, net: 1, inFlight: 8 };
  return { kind: line.kind === "rtu-over-tcp" ? "modbus-rtu-over-tcp" : "modbus-tcp", ...there };
}

export interface Scenario {
  name: string;
  /** Stands in addresses. */
  slug: string;
  password: string;
  people: Array<{ name: string; email: string; role: Role }>;
  lines: ScenarioLine[];
  families: Record<string, ScenarioFamily>;
  /** Drives on a line that belong to no position: in the shop, or just delivered. */
  spares: ScenarioSpare[];
  /** Drives in store, that the ledger knows. */
  store: Array<{ definitionId: string; serial: string; rating: string; firmware: string; place?: string }>;
  areas: Array<{ name: string; positions: ScenarioPosition[] }>;
  settings: Record<string, Record<string, RawValue>>;
}

/** The demo plant as people can read and change it. DEMO_PORT_SHIFT moves its ports, so that two demos run side by side. */
export function readScenario(): Scenario {
  const scenario = JSON.parse(readFileSync(join(process.cwd(), "demo/plant.json"), "utf8")) as Scenario;
  const shift = Number(process.env.DEMO_PORT_SHIFT ?? 0);
  return {
    ...scenario,
    lines: scenario.lines.map((line) => ({
      ...line,
      port: line.port + shift,
      path: line.path ? `${line.path}${shift || ""}` : undefined,
    })),
  };
}
