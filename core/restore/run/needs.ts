import type { Command, Definition } from "@/core/definition";
import type {
  BlockRun,
  DriveIdentity,
  DriveState,
  Item,
  ItemOutcome,
  Result,
  Trouble,
  WriteOutcome,
} from "@/core/drive";
import type { SerialSettings } from "@/core/link";
import type { Clock } from "@/core/protocol/channel";
import type { Parameter, RawValue } from "@/core/value";
import type { WaitsFor } from "../place";
import type { WriteStep } from "../step";

/** Where else a drive may answer after it has started anew: at another address, on a serial line in another way. */
export interface Elsewhere {
  unit?: number;
  speech?: Partial<SerialSettings>;
}

/** A connected drive as a run of writes needs it. What stands behind it (a connection, a stand-in) is no concern of the run. */
export interface WritableDrive {
  readonly definition: Definition;
  readonly connected: boolean;
  /** Counts losses: what was true of the drive before one need not be true after it. */
  readonly era: number;
  readonly state: DriveState | undefined;
  /** Why it is not connected. */
  readonly trouble: Trouble | undefined;
  /** Resolves when the same drive is back; with the trouble when another one answers, it was let go, or the signal is given. */
  whenBack(signal: AbortSignal): Promise<Result<void>>;
  identify(): Promise<Result<DriveIdentity>>;
  /** Reads the state now. */
  look(): Promise<Result<DriveState>>;
  noteTrouble(trouble: Trouble): void;
  read(parameters: readonly Parameter[], signal: AbortSignal): Promise<Result<Map<string, RawValue>>>;
  /** Sends nothing any more once the drive was lost since `era`. */
  write(era: number, parameter: Parameter, raw: RawValue): Promise<WriteOutcome>;
  command(era: number, command: Command): Promise<WriteOutcome>;
  /** Single objects, as they are now. */
  items(items: readonly Item[]): Promise<ItemOutcome[]>;
  /** Sends a block of bytes once. */
  writeBlock(
    era: number,
    block: number,
    bytes: Uint8Array,
    longestMs: number,
    run?: BlockRun,
  ): Promise<WriteOutcome>;
  /** After a restart the drive may answer there too. */
  expectAlsoAt(there: Elsewhere): void;
  /** After it was switched over the drive answers with another parameter list; it is taken back with that one too. */
  expectAlsoAs(definitionId: string): void;
}

/** A command that is written down before it is sent. */
export type SentCommand = "permanent" | "restart" | "reset" | "switch" | "program";

/** What a run of writes works on, and whom it tells. */
export interface Run {
  drive: WritableDrive;
  /** The drive that is meant: after every loss it is asked who it is before anything is sent. */
  expected: DriveIdentity;
  steps: WriteStep[];
  /** The motor turned when a person confirmed, and what is written may be written then: it need not stand. */
  inMotion?: boolean;
  /** A loss ends it: what was not sent by then is not sent before a person says so again. */
  endsAtLoss?: boolean;
  clock: Clock;
  /** How often a permission or a motor that is waited for is looked at, in ms. */
  pollMs: number;
  signal: AbortSignal;
  /** Writes a step down; it resolves when that is safe. Called before a step touches the drive and after. */
  settle(ordinal: number, step: WriteStep): Promise<void>;
  /** Writes down that a command was sent, before it is. */
  commandSent(which: SentCommand): Promise<void>;
  /** Says what is waited for; undefined when work goes on. */
  wait(what: WaitsFor | undefined, why?: string): Promise<void>;
  /** Says how far a long transfer is, from 0 to 1. */
  tell?(share: number): void;
}

/** How often one value is sent, at most. */
export const MOST_TRIES = 5;
/** How long a busy drive is left alone, in ms. */
export const BUSY_PAUSE_MS = 400;

export const STOPPED_BY_PERSON: Trouble = {
  kind: "stopped",
  text: "Stopped between two writes.",
  remedy: "Go on, put back what was there before, or end it as it is.",
};

/** The trouble that an unanswered write or command means for the link. */
export function unanswered(outcome: WriteOutcome & { kind: "unknown" }): Trouble {
  return {
    kind: outcome.lost ? "lost" : "silent",
    text: outcome.text,
    remedy: "It is tried again by itself.",
  };
}
