import type { StandInDrive } from "@/core/stand-in";
import type { Pace } from "./pace";
import type { PortSettings } from "./pseudo-terminal";

/** How the line is spoken. "serial" is RTU or ASCII on a pseudo-terminal, which stands for a real port. */
export type LineKind = "tcp" | "rtu-over-tcp" | "serial" | "canopen";

export interface LineSettings {
  id: string;
  title: string;
  kind?: LineKind;
  /** 0 takes any free port. */
  port: number;
  /** Pace of the serial line behind the port; 0 answers as fast as it can. */
  baud: number;
  /** A gateway answers for a drive that is silent (exception 11); without one there is silence. */
  gateway: boolean;
  /** For "serial": path of the pseudo-terminal, and how the drives on it are set. */
  path?: string;
  serial?: PortSettings;
  /** For "canopen": what one question takes from line to line, in ms. */
  latencyMs?: number;
}

/** What a test makes happen at one exchange: before the drive sees the question, or after it acted but before it answers. */
export type Fault = "cable-before" | "cable-after" | "power-before" | "power-after";

/** What is wrong with the cable: everything a line can do that is neither right nor silent. */
export const DISTURBANCES = ["none", "noise", "bad-check", "now-and-then", "deaf", "exceptions"] as const;
export type Disturbance = (typeof DISTURBANCES)[number];

/** A question of whatever protocol, as far as a test that makes something go wrong cares: reads are told from the rest. */
export interface AskedOf {
  kind: string;
  address?: number;
}

/** A line as those see it who speak on it. */
export interface SpokenLine {
  readonly kind: LineKind;
  readonly settings: LineSettings;
  readonly drives: StandInDrive[];
  readonly disturbance: Disturbance;
  readonly pace: Pace;
  exchanges: number;
  readonly fault: ((exchange: number, question: AskedOf) => Fault | undefined) | undefined;
  /** How whoever opened the pseudo-terminal has set it; undefined where there is none. */
  portSettings(): { baud: number } | undefined;
  /** Drives that answer at an address. */
  heardAt(unit: number): StandInDrive[];
  happen(fault: Fault, drive: StandInDrive): void;
}
