import type { RawValue } from "@/core/value";
import type { LineNote } from "../note";

/** What a file says of the drive whose values it holds. What it does not say is absent. */
export interface ValuesAbout {
  /** Id of a definition. */
  definition?: string;
  /** Tag of the position. */
  position?: string;
  record?: number;
  /** When the values were taken, as the file says it. */
  takenAt?: string;
  serial?: string;
  /** Id of the rating. */
  rating?: string;
  supply?: string;
  firmware?: string;
  axes?: number;
  /** Ids of the options that were fitted. */
  options?: string[];
  /** Of a record that lacks some of the drive's parameters: how many it has, in words. */
  partial?: string;
  /** Hash of everything as read. */
  hash?: string;
}

/** One value of a file, as it stands there. */
export interface FileValue {
  /** From 1; of a file without lines the number of the value. */
  line: number;
  code: string;
  name: string;
  /** As the drive gave it, where the file has that. */
  raw?: RawValue;
  /** As a person reads it, perhaps with its unit. */
  text?: string;
}

/** The values of a drive as a file has them, before anybody said which family's they are. */
export interface ValuesFile {
  about: ValuesAbout;
  values: FileValue[];
  /** Lines that name something and have no value: titles, or parameters whose value is missing. Which they are a family tells. */
  valueless?: FileValue[];
  notes: LineNote[];
}
