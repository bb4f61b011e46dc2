import type { FoundDrive, ReadingView, SearchView } from "@/core/contract";
import type { DefinitionFile, ModbusLink, Scope } from "@/core/definition";
import type { DriveIdentity, DriveState, Item, ItemOutcome, Result, Trouble } from "@/core/drive";
import type { Advice, LinkSettings, SearchPass } from "@/core/link";
import type { Switching, WaitsFor, WriteStep } from "@/core/restore";
import type { Permanence, ProgramWork, SentCommand } from "@/core/restore/run";
import type { RawValue } from "@/core/value";
import type { Importance } from "../queue";

/** A connected drive as the thread that holds its link knows it. */
export interface LiveView {
  phase: "connecting" | "connected" | "lost" | "other-drive" | "failed";
  /** When this phase began, ms since 1970. */
  since: number;
  unit: number;
  /** How the link speaks; on a serial line that may change with the drive's own settings. */
  link: LinkSettings;
  /** Counts losses. */
  era: number;
  identity?: DriveIdentity;
  /** Of the definition it is read with. */
  definitionId?: string;
  fit: "fits" | "nearest";
  state?: DriveState;
  stateAt: number;
  /** The adapter sends back whatever it is given; that is left out. */
  echoes?: boolean;
  trouble?: Trouble;
}

/** How often a drive is looked at, in ms; tests make it quicker. */
export interface LookTiming {
  watchMs: number;
  retryMs: number;
  longestRetryMs: number;
}

export interface WholeReading {
  /** What a value took, in ms; of a reading of everything that went through in one go. */
  msAValue?: number;
  values: Map<string, RawValue>;
  /** Codes the drive would not give. */
  refused: string[];
}

/** A part of a restore that is done where the link is: its steps, and the drive that is meant. */
export interface RunArg {
  drive: string;
  job: number;
  expected: DriveIdentity;
  steps: WriteStep[];
  pollMs: number;
  /** As a run of writes has them. */
  inMotion?: boolean;
  endsAtLoss?: boolean;
}
export type RunEvent =
  | { type: "step"; ordinal: number; step: WriteStep }
  /** A command is about to be sent; that is in the database already. */
  | { type: "command"; which: SentCommand }
  | { type: "wait"; what?: WaitsFor; why?: string }
  /** How far a long transfer is, from 0 to 1. */
  | { type: "share"; share: number };
/** What came of it, and how the steps stand. */
export interface RunEnd<T> {
  result: Result<T>;
  steps: WriteStep[];
}
type RunAsk<T> = { arg: RunArg; event: RunEvent; value: RunEnd<T> };

/** What the main thread may ask of the thread that holds the links. */
export type LinkAsks = {
  /** The definitions at hand, in the order in which they are tried; in place of those told before. */
  definitions: { arg: DefinitionFile[]; event: never; value: void };
  /** Connects: opens the link where it is not open yet, finds out who answers, watches the drive from then on. */
  connect: {
    arg: {
      drive: string;
      link: LinkSettings;
      unit: number;
      as?: string;
      timing: LookTiming;
      /** Who reads the drive: it is begun as soon as it is known who answers, and followed with `read`. Nobody when absent. */
      thenReadBy?: string;
    };
    event: never;
    value: Result<LiveView>;
  };
  release: { arg: { drive: string }; event: never; value: void };
  look: { arg: { drive: string; importance: Importance }; event: never; value: Result<DriveState> };
  /** Some values as they are now, after everything that is more important on the link; `ms` is how long that took, waiting for its turn included. */
  now: {
    arg: { drive: string; codes: string[] };
    event: never;
    value: Result<{ values: Map<string, RawValue>; ms: number }>;
  };
  /** Reads everything of the scope that the reading has not got yet; each whole group is in the database before the next progress is told. */
  read: {
    arg: { drive: string; reading: string; importance: Importance; scope?: Scope };
    event: ReadingView;
    value: Result<WholeReading>;
  };
  /** The same for the drive's own sake: follows the reading that connecting began, or begins one, anew or where `goOn` ended. */
  readOwn: {
    arg: { drive: string; byName: string; importance: Importance; scope?: Scope; goOn?: string };
    event: ReadingView;
    value: Result<WholeReading>;
  };
  write: RunAsk<void>;
  makePermanent: RunAsk<Permanence>;
  restart: RunAsk<"restarted" | "unknown">;
  /** Waits until somebody has switched it off and on again; nothing is written. */
  powerOff: RunAsk<{ awayMs: number | undefined }>;
  reset: RunAsk<"reset" | "unknown">;
  /** `send` false: the command went out before, and is not given again. */
  switchOver: {
    arg: RunArg & { over: Switching; send: boolean };
    event: RunEvent;
    value: RunEnd<"switched" | "as-before">;
  };
  program: { arg: RunArg & { work: ProgramWork }; event: RunEvent; value: RunEnd<"done"> };
  /** Reads the drive's own program back, where it allows that. */
  /** Reads what its memory card holds. */
  readCard: { arg: { drive: string }; event: never; value: Result<Uint8Array> };
  readProgram: { arg: { drive: string }; event: never; value: Result<Uint8Array> };
  /** Waits until the same drive is there; nothing is written. */
  gate: RunAsk<number>;
  search: {
    arg: {
      about: Pick<SearchView, "id" | "link" | "linkName" | "byName" | "from" | "to"> & { patient: boolean };
      passes: SearchPass[];
    };
    event: SearchView;
    value: void;
  };
  /** One question to one address; `ms` from its asking to its answer. */
  knock: {
    /** `quick`: as a search does it, not as long as the slowest family may take. */
    arg: { link: LinkSettings; unit: number; importance?: Importance; quick?: boolean };
    event: never;
    value: Result<{ answered: boolean; ms: number; advice: Advice[] }>;
  };
  /** Single registers or objects of a drive that no definition fits. */
  peek: {
    arg: { link: LinkSettings; unit: number; items: Item[]; modbus: Partial<ModbusLink> };
    event: never;
    value: Result<ItemOutcome[]>;
  };
};

/** What the thread that holds the links may ask of the main thread. */
export type MainAsks = {
  changed: { arg: { drive: string; live: LiveView }; event: never; value: void };
  /** Keeps who was found on a link and says at which position he stands. */
  keepFound: {
    arg: { search: string; link: LinkSettings; unit: number; identity?: DriveIdentity };
    event: never;
    value: Pick<FoundDrive, "position" | "swapped">;
  };
};
