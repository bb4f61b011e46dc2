import type { Definition } from "@/core/definition";
import type { DriveIdentity, DriveState } from "@/core/drive";
import type { Completeness } from "@/core/set";

export interface Check {
  id: string;
  /** "not-told": neither the drive nor its definition says; a person has to look and say so before anything is written. */
  verdict: "stop" | "caution" | "not-told" | "fine";
  title: string;
  /** What was found, in words. */
  found: string;
  /** What would make it fine; empty when it is. */
  remedy: string;
  /** Who looked, where it was not told. */
  lookedBy?: string;
}

/** What is known of the record when it is to be restored. */
export interface RecordFacts {
  number: number;
  standing: boolean;
  definitionId: string;
  /** The parameter list it was recorded under, in words. */
  recordedAs?: string;
  rating: string | undefined;
  ratingName: string;
  supply: string;
  firmware: string;
  serial: string;
  completeness: Completeness;
  /** Parameters whose recorded values let the shaft start by itself, by code and name. */
  startsByItself?: readonly string[];
  /** What else was fitted, where the family tells. */
  axes?: number;
  options?: ReadonlyArray<{ id: string; name: string }>;
}

export interface CheckInput {
  definition: Definition;
  record: RecordFacts;
  drive: DriveIdentity;
  state: DriveState;
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
