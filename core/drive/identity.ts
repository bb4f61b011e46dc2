import { firmwareFits, type Definition, type IdentityField } from "@/core/definition";
import type { Clock } from "@/core/protocol/channel";
import type { Question } from "@/core/protocol/modbus";
import { decodeRegisters, registerCount } from "@/core/value";
import { askPatiently, type Asker } from "./asker";
import { bad, good, troubleOf, type Result } from "./trouble";

/** Who a drive says it is. */
export interface DriveIdentity {
  vendor: string;
  family: string;
  definitionId: string;
  /** Id of the rating in the definition; undefined when the definition does not know the number the drive gave. */
  rating: string | undefined;
  ratingName: string;
  supply: string;
  firmware: string;
  serial: string;
}

export interface Identified {
  identity: DriveIdentity;
  definition: Definition;
  /** "nearest" when the family is known, but no definition for this firmware. */
  fit: "fits" | "nearest";
}

/**
 * Finds out which of the known families answers, and reads rating, firmware and serial number.
 * A drive that answers and fits none is `unknown-drive`, not silence.
 */
export async function identifyDrive(asker: Asker, clock: Clock, definitions: readonly Definition[]): Promise<Result<Identified>> {
  const heard: string[] = [];
  const rivals: Identified[] = [];
  for (const definition of definitions) {
    const wanted = definition.file.identity.find((each) => each.field === "family")!;
    const outcome = await askPatiently(asker, clock, question(definition, wanted), definition.file.modbus.slowestAnswerMs);
    if (outcome.kind === "refused") { heard.push(`${definition.title}: ${outcome.refusal.text}`); continue; }
    if (outcome.kind === "written") continue;
    if (outcome.kind !== "registers") return bad(troubleOf(outcome));
    const number = outcome.values[0];
    if (number !== wanted.equals) { heard.push(`${definition.title}: number ${number} instead of ${wanted.equals}`); continue; }
    const identity = await readIdentity(asker, clock, definition);
    if (!identity.ok) return identity;
    const fits = firmwareFits(identity.value.firmware, definition.file.firmware);
    const found: Identified = { identity: identity.value, definition, fit: fits ? "fits" : "nearest" };
    if (fits) return good(found);
    rivals.push(found);
  }
  if (rivals[0]) return good(rivals[0]);
  return bad({
    kind: "unknown-drive",
    text: `A drive answers, but none of the ${definitions.length} known families fits it (${heard.join("; ")}).`,
    remedy: "Look at the type plate. If it is another family, its definition has to be added first; if it is one of these, check that the address leads to it.",
  });
}

/** Reads every identity field of a definition from a drive that is known to be of that family. */
export async function readIdentity(asker: Asker, clock: Clock, definition: Definition): Promise<Result<DriveIdentity>> {
  const found = new Map<IdentityField["field"], string | number>();
  for (const field of definition.file.identity) {
    const outcome = await askPatiently(asker, clock, question(definition, field), definition.file.modbus.slowestAnswerMs);
    if (outcome.kind === "written") continue;
    if (outcome.kind !== "registers") return bad(troubleOf(outcome));
    const raw = decodeRegisters(field.type, outcome.values, definition.file.modbus.wordOrder);
    found.set(field.field, field.minorSteps ? `${Math.floor(Number(raw) / field.minorSteps)}.${Number(raw) % field.minorSteps}` : raw);
  }
  const family = definition.file.identity.find((each) => each.field === "family");
  if (family && found.get("family") !== family.equals) {
    return bad({ kind: "other-drive", text: "Another kind of drive answers at this address now.", remedy: "Check which drive is connected." });
  }
  const rating = definition.file.ratings.find((each) => each.identityValue === found.get("rating"));
  return good({
    vendor: definition.file.vendor,
    family: definition.file.family,
    definitionId: definition.id,
    rating: rating?.id,
    ratingName: rating?.name ?? `unknown rating ${found.get("rating") ?? ""}`.trim(),
    supply: rating?.supply ?? "unknown",
    firmware: String(found.get("firmware") ?? "0"),
    serial: String(found.get("serial") ?? "").trim(),
  });
}

function question(definition: Definition, field: IdentityField): Question {
  return { kind: "read", function: definition.file.modbus.readFunction, address: field.address, count: registerCount(field.type, field.length) };
}

/** Whether it is the same drive as before: after every reconnection this is asked before anything is written. */
export function sameDrive(a: DriveIdentity, b: DriveIdentity): boolean {
  return a.definitionId === b.definitionId && a.serial === b.serial && a.rating === b.rating && a.firmware === b.firmware;
}
