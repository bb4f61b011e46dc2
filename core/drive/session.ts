import type { Command, Definition } from "@/core/definition";
import type { Failure } from "@/core/protocol/outcome";
import type { Refusal } from "@/core/protocol/refusal";
import type { Parameter, RawValue, ValueType } from "@/core/value";
import type { DriveIdentity, DriveState } from "./model";
import type { Result } from "./trouble";

/** What came of one write. "unknown": sent and not answered, so nobody can say until it is read back. */
export type WriteOutcome =
  | { kind: "written" }
  | { kind: "refused"; refusal: Refusal }
  | { kind: "unknown"; text: string; lost: boolean };

/** Values of one exchange, and how far the reading has come (0 to 1, weighed by what the wire costs). */
export interface ReadStep {
  values: Map<string, RawValue>;
  refused: Array<{ code: string; refusal: Refusal }>;
  share: number;
}

/** A register or an object to look at that need not be a parameter: identity, status. */
export interface Item {
  address: number;
  type: ValueType;
  /** Characters, for text. */
  length?: number;
  node?: number;
}

export type ItemOutcome = { kind: "value"; raw: RawValue } | Failure;

/** Looks at registers or objects of a drive, known or not. */
export interface ItemReader {
  /** One outcome an item, in their order. Questions are asked again where that is harmless. */
  readItems(items: readonly Item[]): Promise<ItemOutcome[]>;
}

/** What one can do with a connected drive, whatever the protocol. */
export interface DriveSession extends ItemReader {
  readonly definition: Definition;
  identify(): Promise<Result<DriveIdentity>>;
  readState(): Promise<Result<DriveState>>;
  /** Reads parameters; each step is handed on as soon as it is there. Ends early with the trouble that ended it. */
  read(
    parameters: readonly Parameter[],
    onStep: (step: ReadStep) => void | Promise<void>,
    signal?: AbortSignal,
  ): Promise<Result<void>>;
  /** Sends one write once. It is never repeated here. */
  write(parameter: Parameter, raw: RawValue): Promise<WriteOutcome>;
  /** Gives a command and waits for its sign, where it has one. */
  command(command: Command): Promise<WriteOutcome>;
  /** Sends a block of bytes once, to an object or to the records of a file by its number. `longestMs`: how long the drive may take with it. */
  writeBlock(block: number, bytes: Uint8Array, longestMs: number, run?: BlockRun): Promise<WriteOutcome>;
  /** Reads a block of bytes. */
  readBlock(block: number, longestMs: number): Promise<Result<Uint8Array>>;
}

/** Whom a long transfer tells how far it is (0 to 1), and what ends it early. */
export interface BlockRun {
  onShare?(share: number): void;
  signal?: AbortSignal;
}

/** What the outcome of a write that was sent once means. */
export function writeOutcomeOf(
  outcome: { kind: "written" } | { kind: "registers" } | { kind: "value" } | Failure,
): WriteOutcome {
  switch (outcome.kind) {
    case "written":
      return { kind: "written" };
    case "refused":
      // A gateway that got no answer cannot know what the drive behind it did.
      if (outcome.refusal.kind === "gateway-silent" || outcome.refusal.kind === "accepted-not-done")
        return { kind: "unknown", text: outcome.refusal.text, lost: false };
      return { kind: "refused", refusal: outcome.refusal };
    case "lost":
      return { kind: "unknown", text: outcome.reason, lost: true };
    case "silent":
      return { kind: "unknown", text: "The drive did not answer.", lost: false };
    default:
      return { kind: "unknown", text: "What came back was no answer to this.", lost: false };
  }
}
