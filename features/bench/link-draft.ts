import type { LinkKind, LinkSettings, Parity } from "@/core/link";
import type { FamilyView } from "./types";

/** A link as it is being filled in; every kind's fields are kept while one tries another kind. */
export interface LinkDraft {
  kind: LinkKind;
  host: string;
  port: string;
  net: string;
  inFlight: string;
  path: string;
  framing: "rtu" | "ascii";
  baud: number;
  parity: Parity;
  stopBits: 1 | 2;
  unit: string;
}

export const EMPTY_DRAFT: LinkDraft = {
  kind: "modbus-tcp",
  host: "",
  port: "502",
  net: "1",
  inFlight: "4",
  path: "",
  framing: "rtu",
  baud: 9600,
  parity: "even",
  stopBits: 1,
  unit: "1",
};

/** The draft as settings; a word on what is missing when it is not yet complete. */
export function settingsOf(
  draft: LinkDraft,
): { ok: true; link: LinkSettings } | { ok: false; missing: string } {
  if (draft.kind === "modbus-serial") {
    const { kind, framing, baud, parity, stopBits } = draft;
    const path = draft.path.trim();
    return path === ""
      ? { ok: false, missing: "Choose a port." }
      : { ok: true, link: { kind, path, framing, baud, parity, stopBits } };
  }
  const host = draft.host.trim();
  const port = Number(draft.port);
  if (host === "") return { ok: false, missing: "Type the network address." };
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    return { ok: false, missing: "The port is a number from 1 to 65535." };
  if (draft.kind !== "canopen-gateway") return { ok: true, link: { kind: draft.kind, host, port } };
  return {
    ok: true,
    link: {
      kind: draft.kind,
      host,
      port,
      /** Left empty: the gateway knows one network and takes no number. */
      net: Number(draft.net) || 0,
      inFlight: Number(draft.inFlight) || 4,
    },
  };
}

/** Fills a kept link's settings in. */
export function draftOf(link: LinkSettings, unit: number): LinkDraft {
  const shown = { ...EMPTY_DRAFT, unit: String(unit) };
  if (link.kind === "modbus-serial") return { ...shown, ...link };
  return {
    ...shown,
    kind: link.kind,
    host: link.host,
    port: String(link.port),
    ...(link.kind === "canopen-gateway"
      ? { net: link.net === 0 ? "" : String(link.net), inFlight: String(link.inFlight) }
      : {}),
  };
}

/** Settings as a family leaves the factory. The way itself, port of the computer or network address, stays as it is. */
export function asFamily(draft: LinkDraft, family: FamilyView): LinkDraft {
  const { defaults } = family;
  let { kind } = draft;
  if (family.protocol === "canopen") kind = "canopen-gateway";
  else if (kind === "canopen-gateway") kind = "modbus-tcp";
  let { framing } = draft;
  if (!family.framings.includes(framing)) framing = family.framings.includes("rtu") ? "rtu" : "ascii";
  return {
    ...draft,
    kind,
    unit: String(defaults.unit),
    port: kind === "modbus-serial" ? draft.port : String(defaults.port),
    net: String(defaults.net ?? draft.net),
    framing,
    baud: defaults.baud ?? draft.baud,
    parity: defaults.parity ?? draft.parity,
    stopBits: defaults.stopBits ?? draft.stopBits,
  };
}

/** Families that speak on such a link. */
export function speakers(families: readonly FamilyView[], draft: LinkDraft): FamilyView[] {
  return families.filter((each) => {
    if (draft.kind === "canopen-gateway") return each.protocol === "canopen";
    if (each.protocol !== "modbus") return false;
    if (draft.kind === "modbus-serial") return each.framings.includes(draft.framing);
    return each.framings.includes(draft.kind === "modbus-tcp" ? "tcp" : "rtu");
  });
}
