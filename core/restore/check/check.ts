import type { Definition } from "@/core/definition";
import type { DriveIdentity, DriveState, FittedModule } from "@/core/drive";
import type { ProgramFacts } from "@/core/program";
import type { Completeness } from "@/core/set";
import type { Exchanged } from "../exchanged";
import type { RestoredPart } from "../part";

export interface Check {
  id: string;
  /** "not-told": neither the drive nor its definition says; a person has to look and say so before anything is written. */
  verdict: "stop" | "caution" | "not-told" | "fine";
  title: string;
  /** What was found, in words. */
  found: string;
  /** What would make it fine; empty when it is. */
  remedy: string;
  /** What a person gives where looking alone is not enough: a name, how a serial number ends, what was exchanged (which is chosen, since it changes the plan). */
  asks?: "name" | "serial-end" | "exchanged";
  /** Who looked, where it was not told. */
  lookedBy?: string;
  /** What was given. */
  answer?: string;
}

/** What a person says of one check that is not told. */
export interface Looked {
  id: string;
  answer?: string;
}

/** What is known of the record when it is to be restored. */
export interface RecordFacts {
  number: number;
  /** Of which position it is, where it is of another one than the drive's. */
  ofOther?: string;
  standing: boolean;
  definitionId: string;
  /** The parameter list it was recorded under, in words. */
  recordedAs?: string;
  rating: string | undefined;
  ratingName: string;
  supply: string;
  firmware: string;
  serial: string;
  /** It was brought in from a file, or entered from a draft: nobody compared it, and what a file says of the drive may lack. */
  notRead: boolean;
  completeness: Completeness;
  /** Parameters whose recorded values let the shaft start by itself, by code and name. */
  startsByItself?: readonly string[];
  /** What else was fitted, where the family tells. */
  axes?: number;
  options?: ReadonlyArray<{ id: string; name: string }>;
  modules?: readonly FittedModule[];
  /** The newest record of the position made since, and which settings it has otherwise. */
  newer?: { number: number; takenBy: string; changed: readonly string[] };
}

export interface CheckInput {
  definition: Definition;
  record: RecordFacts;
  drive: DriveIdentity;
  state: DriveState;
  /** Other drives of this family and rating that can be reached, in words. */
  alike?: readonly string[];
  exchange?: ExchangeFacts;
  /** What is to be written and is taken only once a password was given: code, name and level. */
  behindPassword?: readonly string[];
  /** Option keys and licences of the position that this drive lacks, in words; undefined where nobody has listed any. */
  licences?: readonly string[];
  /** Of a drive with a program of its own: what the record and the drive say of it, and the kept file that is the record's. */
  program?: { recorded: ProgramFacts | undefined; now: ProgramFacts | undefined; keptAs?: string };
  /** Where one axis or set alone is restored: codes outside of it whose values are volatile; undefined when that is not told. */
  part?: { part: RestoredPart; volatileOutside: readonly string[] | undefined };
}

/** What is known of what was exchanged. */
export interface ExchangeFacts {
  /** Absent as long as nobody has said. */
  said?: readonly Exchanged[];
  /** Whether values would be written that belong to motor, encoder or mechanics, or were left out since those are new. */
  matters: boolean;
}

/** What nobody tells: `remedy` says what a person looks at. */
export const notTold = (id: string, title: string, found: string, remedy: string): Check => ({
  id,
  title,
  verdict: "not-told",
  found,
  remedy,
});

/** A check that found nothing to say. */
export const fine = (id: string, title: string, found: string): Check => ({
  id,
  title,
  verdict: "fine",
  found,
  remedy: "",
});
