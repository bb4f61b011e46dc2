import { readFileSync } from "node:fs";
import { join } from "node:path";
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
  /** How many records were made in the past. */
  records: number;
  like: string;
  twins?: string;
  story?: Story;
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
  if (line.kind === "serial") return { kind: "modbus-serial", path: line.path!, ...line.serial!, stopBits: 1 };
  if (line.kind === "canopen") return { kind: "canopen-gateway", ...there, net: 1, inFlight: 8 };
  return { kind: line.kind === "rtu-over-tcp" ? "modbus-rtu-over-tcp" : "modbus-tcp", ...there };
}

export interface Scenario {
  name: string;
  password: string;
  people: Array<{ name: string; email: string }>;
  lines: ScenarioLine[];
  areas: Array<{ name: string; positions: ScenarioPosition[] }>;
  settings: Record<string, Record<string, RawValue>>;
}

/** The demo plant as people can read and change it. DEMO_PORT_SHIFT moves its ports, so that two demos run side by side. */
export function readScenario(): Scenario {
  const scenario = JSON.parse(readFileSync(join(process.cwd(), "demo/plant.json"), "utf8")) as Scenario;
  const shift = Number(process.env.DEMO_PORT_SHIFT ?? 0);
  return { ...scenario, lines: scenario.lines.map((line) => ({ ...line, port: line.port + shift, ...(line.path ? { path: `${line.path}${shift || ""}` } : {}) })) };
}
