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

/** The demo plant as people can read and change it. */
export function readScenario(): Scenario {
  return JSON.parse(readFileSync(join(process.cwd(), "demo/plant.json"), "utf8")) as Scenario;
}
