import type { ModbusLink } from "@/core/definition";
import type { ImportAbout, LineNote, ListOptions, Mapping } from "@/core/format";
import type { LinkSettings } from "@/core/link";
import type { SheetData } from "@/features/sheet/rows";

/** What a person decides about a file that is to become a definition. */
export interface Choices {
  about?: ImportAbout;
  sheet?: number;
  list?: ListOptions;
  modbus?: ModbusLink;
  node?: number;
}

/** A file as the server understood it. */
export interface Upload {
  id: string;
  name: string;
  kind: "definition" | "eds" | "list";
  encoding: string;
  guess: Choices;
  sheets: Array<{
    name: string;
    rowCount: number;
    head: Array<{ line: number; cells: string[] }>;
    headRow: number;
    mapping: Mapping;
  }>;
}

export interface Preview {
  title: string;
  version: string;
  taken: number;
  before: { version: string; shipped: boolean; same: boolean } | undefined;
  notes: LineNote[];
  noteCount: number;
  sheet: SheetData;
}

/** The drive for which the definition is made, where one answers. */
export interface Waiting {
  link: LinkSettings;
  unit: number;
}

export const KIND_WORDS: Record<Upload["kind"], string> = {
  definition: "a definition in our own format",
  eds: "an electronic data sheet",
  list: "a register list",
};
