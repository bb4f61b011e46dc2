import { readFileSync } from "node:fs";
import { join } from "node:path";
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

export interface Scenario {
  name: string;
  password: string;
  people: Array<{ name: string; email: string }>;
  lines: Array<{ id: string; title: string; port: number; baud: number; gateway: boolean }>;
  areas: Array<{ name: string; positions: ScenarioPosition[] }>;
  settings: Record<string, Record<string, RawValue>>;
}

/** The demo plant as people can read and change it. DEMO_PORT_SHIFT moves its ports, so that two demos run side by side. */
export function readScenario(): Scenario {
  const scenario = JSON.parse(readFileSync(join(process.cwd(), "demo/plant.json"), "utf8")) as Scenario;
  const shift = Number(process.env.DEMO_PORT_SHIFT ?? 0);
  return { ...scenario, lines: scenario.lines.map((line) => ({ ...line, port: line.port + shift })) };
}
