import type { Definition } from "@/core/definition";
import { PARITIES, speaksOn, type LinkSettings, type SerialSettings } from "./settings";

/** How widely somebody is looked for on a serial port. "these": with the settings given; "families": with those that the known families leave the factory with; "all": every speed and parity they can be set to. */
export const BREADTHS = ["these", "families", "all"] as const;
export type Breadth = (typeof BREADTHS)[number];

export interface SearchRequest {
  link: LinkSettings;
  from: number;
  to: number;
  breadth: Breadth;
}

/** One run over addresses with one way of speaking. */
export interface SearchPass {
  settings: LinkSettings;
  /** In the order in which they are asked. */
  units: number[];
}

/** Highest address a search may ask: Modbus over Serial Line V1.02, clause 2.2 (1 to 247); CANopen nodes 1 to 127. Above stand only lone addresses. */
export function highestUnit(link: LinkSettings): number {
  return link.kind === "canopen-gateway" ? 127 : 247;
}

/**
 * Where to look, and in which order: what the families leave the factory with first, since that is where a new drive stands; the addresses of the
 * range next; lone addresses first of all, but only where they can help: on a serial line, when a whole range is looked at.
 */
export function planSearch(request: SearchRequest, definitions: readonly Definition[]): SearchPass[] {
  const { link } = request;
  const asked = link.kind === "modbus-serial" ? serialPasses(link, request.breadth, definitions) : [link];
  return asked.map((settings) => ({ settings, units: unitsOf(request, settings, definitions) }));
}

function unitsOf(
  { from, to }: SearchRequest,
  settings: LinkSettings,
  definitions: readonly Definition[],
): number[] {
  const { usual, lone: loneOnes } = ownUnits(settings, definitions);
  const lone = from === to ? [] : loneOnes;
  const range = Array.from({ length: to - from + 1 }, (_, i) => from + i);
  const first = usual.filter((each) => each >= from && each <= to);
  return [...new Set([...lone, ...first, ...range])];
}

/**
 * Where the next drive on a cable that is moved from one to the other is likely to answer: at an address that one of `expected` has, at a lone address, or at one that a
 * family leaves the factory with. Example: with drives expected at 3 and 5, and one family that ships with 1: 3, 5, 1.
 */
export function likelyUnits(
  link: LinkSettings,
  definitions: readonly Definition[],
  expected: readonly number[],
): number[] {
  const { usual, lone } = ownUnits(link, definitions);
  const within = expected.filter((each) => each >= 1 && each <= highestUnit(link));
  return [...new Set([...within, ...lone, ...usual])];
}

/** The addresses that families leave the factory with, and those they answer at when they are alone on a serial line. */
function ownUnits(
  link: LinkSettings,
  definitions: readonly Definition[],
): { usual: number[]; lone: number[] } {
  const families = definitions.filter((each) => speaksOn(each, link));
  const serial = link.kind === "modbus-serial" || link.kind === "modbus-rtu-over-tcp";
  return {
    usual: families.map((each) => each.file.canopen?.defaults.node ?? each.file.modbus!.defaults.address),
    lone: serial ? families.flatMap((each) => each.file.modbus?.loneAddress ?? []) : [],
  };
}

/**
 * How the next drive on a cable that is moved from one to the other may be spoken to: as the cable is set; on a serial port also as the families leave the factory, since each
 * has a speed of its own. A gateway's speed is not ours to set.
 */
export function waysOnCable(link: LinkSettings, definitions: readonly Definition[]): LinkSettings[] {
  return link.kind === "modbus-serial" ? serialPasses(link, "families", definitions) : [link];
}

/** Ways of speaking on a port, the given one first, each once. */
function serialPasses(
  link: LinkSettings & { kind: "modbus-serial" },
  breadth: Breadth,
  definitions: readonly Definition[],
): LinkSettings[] {
  const ways: SerialSettings[] = [
    { framing: link.framing, baud: link.baud, parity: link.parity, stopBits: link.stopBits },
  ];
  const modbus = definitions.flatMap((each) => each.file.modbus ?? []);
  const framingsOf = (framings: readonly string[]): Array<"rtu" | "ascii"> =>
    (["rtu", "ascii"] as const).filter((each) => framings.includes(each));
  if (breadth !== "these") {
    for (const { defaults, framings } of modbus)
      for (const framing of framingsOf(framings))
        ways.push({ framing, baud: defaults.baud, parity: defaults.parity, stopBits: defaults.stopBits });
  }
  if (breadth === "all") {
    for (const { defaults, framings, speeds } of modbus)
      for (const baud of speeds ?? [defaults.baud])
        for (const framing of framingsOf(framings))
          ways.push({ framing, baud, parity: defaults.parity, stopBits: defaults.stopBits });
    for (const { defaults, framings, speeds } of modbus)
      for (const baud of speeds ?? [defaults.baud])
        for (const parity of PARITIES)
          for (const framing of framingsOf(framings))
            ways.push({ framing, baud, parity, stopBits: parity === "none" ? 2 : 1 });
  }
  const seen = new Set<string>();
  return ways
    .filter((each) => {
      const key = JSON.stringify([each.framing, each.baud, each.parity]);
      return !seen.has(key) && Boolean(seen.add(key));
    })
    .map((each) => ({ kind: link.kind, path: link.path, ...each }));
}
