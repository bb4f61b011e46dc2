import type { Command, Definition } from "@/core/definition";
import type { Refusal } from "@/core/protocol/modbus";
import type { Parameter, RawValue } from "@/core/value";
import type { DriveIdentity } from "./identity";
import type { DriveState } from "./state";
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

/** What one can do with a connected drive, whatever the protocol. */
export interface DriveSession {
  readonly definition: Definition;
  identify(): Promise<Result<DriveIdentity>>;
  readState(): Promise<Result<DriveState>>;
  /** Reads parameters; each step is handed on as soon as it is there. Ends early with the trouble that ended it. */
  read(parameters: readonly Parameter[], onStep: (step: ReadStep) => void | Promise<void>, signal?: AbortSignal): Promise<Result<void>>;
  /** Sends one write once. It is never repeated here. */
  write(parameter: Parameter, raw: RawValue): Promise<WriteOutcome>;
  /** Gives a command and waits for its sign, where it has one. */
  command(command: Command): Promise<WriteOutcome>;
}
