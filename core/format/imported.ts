import type {
  DefinitionFile,
  GroupSpec,
  IdentityField,
  ParameterSpec,
  RatingSpec,
  Sign,
  WritePermission,
} from "@/core/definition";
import type { LineNote } from "./note";

/** What a status register may tell, and a person has to say where. */
export const ASKED_SIGNS = ["running", "runCommand", "tripped", "volatile"] as const;
export type AskedSign = (typeof ASKED_SIGNS)[number];

/** What a person says of a family that a file does not tell. */
export interface ImportAbout {
  vendor: string;
  family: string;
  about: string;
  /** Firmware from which it holds. */
  firmwareFrom: string;
  identity: IdentityField[];
  /** "not told" unless the person says that all drives of this definition are alike. */
  supply: string;
  /** What nobody says stays not told: a motor of which nothing is known is never taken to stand still. */
  signs?: { [S in AskedSign]?: Sign };
  /** Writes need somebody at the keypad first. */
  permission?: Pick<WritePermission, "given" | "howTo" | "withoutIt">;
  /** Somebody knows that these drives ask for none. */
  asksNoPermission?: boolean;
}

/** A definition made of a file, and everything that did not fit. */
export interface Imported {
  file: DefinitionFile;
  notes: LineNote[];
  /** How many values of the file were taken. */
  taken: number;
}

/** More than any drive has: whatever is longer is another kind of list. */
export const MOST_PARAMETERS = 8_000;

/** The part of a definition that is the same wherever its parameters come from. Nothing is claimed that nobody said. */
export function frameOf(
  about: ImportAbout,
  groups: GroupSpec[],
  link: Pick<DefinitionFile, "modbus" | "canopen">,
): DefinitionFile {
  const rating: RatingSpec = {
    id: "any",
    name: about.family,
    identityValue: 0,
    supply: about.supply || "not told",
  };
  return {
    format: "calm-ledger/definition/1",
    id: idOf(about.vendor, about.family),
    version: "1",
    vendor: about.vendor,
    family: about.family,
    about: about.about || `Imported; ${about.family} of ${about.vendor}.`,
    firmware: { from: about.firmwareFrom },
    ...link,
    identity: about.identity,
    ratings: [rating],
    groups,
    rules: [],
    state: { ...about.signs },
    ...(about.permission ? { permission: { ...about.permission, by: "keypad", ends: "power-off" } } : {}),
    ...(about.asksNoPermission && !about.permission ? { asksNoPermission: true } : {}),
    writesLand: "running",
    trips: [],
  };
}

/** The id of a family: vendor and family in plain letters. The same family imported again gets the same id. */
export function idOf(vendor: string, family: string): string {
  const plain = (text: string): string =>
    text
      .normalize("NFKD")
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-+|-+$/g, "");
  return [plain(vendor), plain(family)].filter(Boolean).join("-") || "imported";
}

/** Sorts parameters into groups by title, in the order in which the titles first appear. */
export function groupBy(parameters: Array<{ group: string; spec: ParameterSpec }>): GroupSpec[] {
  const groups = new Map<string, ParameterSpec[]>();
  for (const { group, spec } of parameters) {
    const held = groups.get(group);
    if (held) held.push(spec);
    else groups.set(group, [spec]);
  }
  return [...groups].map(([title, specs], i) => ({ id: `G${i + 1}`, title, parameters: specs }));
}
