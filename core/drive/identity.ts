import {
  addressOf,
  firmwareFits,
  type Definition,
  type Fitting,
  type IdentityField,
} from "@/core/definition";
import type { ValueType } from "@/core/value";
import { askedOnce } from "./asked-once";
import { driveKeyOf, imitatesNow } from "./imitation";
import type { DriveIdentity, FittedModule, FittedOption } from "./model";
import { moduleChanges, moduleWords } from "./modules";
import type { DriveSession, Item, ItemOutcome, ItemReader } from "./session";
import { signGiven } from "./state";
import { bad, good, troubleOf, type Result } from "./trouble";

export interface Identified {
  identity: DriveIdentity;
  definition: Definition;
  /** "nearest" when the family is known, but no definition for this firmware. */
  fit: "fits" | "nearest";
}

/** What decides which parameters this drive has. */
export function fittingOf(identity: Pick<DriveIdentity, "firmware" | "axes" | "options">): Fitting {
  return {
    firmware: identity.firmware,
    axes: identity.axes ?? 1,
    options: (identity.options ?? []).map((each) => each.id),
  };
}

/**
 * Finds out which of the known families answers, and who exactly. A drive that imitates its predecessor fits both: it is taken for what it
 * imitates, and who it really is stands beside. A drive that answers and fits none is `unknown-drive`, not silence.
 */
export async function identifyDrive(
  sessionOf: (definition: Definition) => DriveSession,
  definitions: readonly Definition[],
): Promise<Result<Identified>> {
  const heard: string[] = [];
  const refusing: string[] = [];
  const found: Identified[] = [];
  const memory = new Map<string, Map<string, ItemOutcome>>();
  for (const definition of definitions) {
    const fits = found.some((each) => each.fit === "fits");
    if (fits && !found.some((each) => mayBeTheOther(definition, each.definition))) continue;
    const wanted = definition.file.identity.find((each) => each.field === "family")!;
    const session = remembering(sessionOf(definition), memory);
    const outcome = (await session.readItems([itemOf(wanted)]))[0]!;
    if (outcome.kind === "refused" && !outcome.refusal.kind.startsWith("gateway")) {
      refusing.push(definition.title);
      continue;
    }
    if (outcome.kind !== "value") return bad(troubleOf(outcome));
    if (outcome.raw !== wanted.equals) {
      heard.push(`${definition.title}: number ${outcome.raw} instead of ${wanted.equals}`);
      continue;
    }
    const identity = await readIdentity(session);
    if (!identity.ok && identity.trouble.kind === "other-drive") {
      heard.push(`${definition.title}: ${identity.trouble.text}`);
      continue;
    }
    if (!identity.ok) return identity;
    found.push({
      identity: identity.value,
      definition,
      fit: firmwareFits(identity.value.firmware, definition.file.firmware) ? "fits" : "nearest",
    });
  }
  for (const real of found) {
    const { imitates } = real.definition.file;
    const shown = imitates && found.find((each) => each.definition.id === imitates.definitionId);
    if (!shown) continue;
    const active = await imitatesNow(sessionOf(real.definition));
    if (!active.ok) return active;
    if (!active.value) return good(real);
    const { definitionId, family, rating, ratingName, firmware } = real.identity;
    return good({
      ...shown,
      identity: {
        ...shown.identity,
        really: { definitionId, family: `${real.identity.vendor} ${family}`, rating, ratingName, firmware },
      },
    });
  }
  const best = found.find((each) => each.fit === "fits") ?? found[0];
  if (best) return good(best);
  if (refusing.length > 0)
    heard.push(
      `it has nothing where ${refusing.join(", ")} ${refusing.length === 1 ? "tells its" : "tell their"} number`,
    );
  return bad({
    kind: "unknown-drive",
    text: `A drive answers, but none of the ${definitions.length} known families that speak this way fits it${heard.length > 0 ? `: ${heard.join("; ")}` : ""}.`,
    remedy:
      "Look at the type plate. Import a definition for it here, or go on with the nearest one in the open; if it should be one of these families, check that the address leads to it.",
  });
}

/** Whether a drive that fits one of two definitions may really be of the other: one imitates the other. */
function mayBeTheOther(a: Definition, b: Definition): boolean {
  return a.file.imitates?.definitionId === b.id || b.file.imitates?.definitionId === a.id;
}

/** Families are looked for in the same registers; those that are read the same way are asked once. */
function remembering(session: DriveSession, memory: Map<string, Map<string, ItemOutcome>>): Identifying {
  const { file, protocol } = session.definition;
  const way = `${protocol}/${file.modbus?.readFunction}/${file.modbus?.wordOrder}`;
  const known = memory.get(way) ?? new Map<string, ItemOutcome>();
  memory.set(way, known);
  return { definition: session.definition, ...askedOnce(session, known) };
}

type Identifying = ItemReader & Pick<DriveSession, "definition">;

/** Reads every identity field, the options fitted and the modules of a drive that is known to be of a family. */
export async function readIdentity(session: Identifying): Promise<Result<DriveIdentity>> {
  const { definition } = session;
  const { file } = definition;
  const fields = await session.readItems(file.identity.map(itemOf));
  const found = new Map<IdentityField["field"], string | number>();
  for (const [i, field] of file.identity.entries()) {
    const outcome = fields[i]!;
    if (outcome.kind === "refused" && field.field !== "family" && !outcome.refusal.kind.startsWith("gateway"))
      continue;
    if (outcome.kind !== "value") return bad(troubleOf(outcome));
    if (field.field === "family" && outcome.raw !== field.equals) {
      return bad({
        kind: "other-drive",
        text: `Another kind of drive answers at this address now: it says ${outcome.raw} where ${definition.title} says ${field.equals}.`,
        remedy: "Check which drive is connected.",
      });
    }
    found.set(field.field, field.minorSteps ? versionOf(Number(outcome.raw), field.minorSteps) : outcome.raw);
  }
  const options = await readOptions(session);
  if (!options.ok) return options;
  const modules = await readModules(session);
  if (!modules.ok) return modules;
  const rating = file.ratings.find((each) => each.identityValue === found.get("rating"));
  const onlyOne = file.ratings.length === 1 && !found.has("rating") ? file.ratings[0] : rating;
  const axisModules = modules.value.filter((each) =>
    file.modules?.kinds.some((kind) => kind.axis && kind.name === each.name),
  ).length;
  return good({
    vendor: file.vendor,
    family: file.family,
    definitionId: definition.id,
    rating: onlyOne?.id,
    ratingName: onlyOne?.name ?? `unknown rating ${found.get("rating") ?? ""}`.trim(),
    supply: onlyOne?.supply ?? "unknown",
    firmware: String(found.get("firmware") ?? file.firmware.from),
    serial: String(found.get("serial") ?? "").trim(),
    powerPart: found.has("power-part") ? String(found.get("power-part")).trim() : undefined,
    axes: file.axes ? Number(found.get("axes") ?? (axisModules || 1)) : undefined,
    options: file.options ? options.value : undefined,
    modules: file.modules ? modules.value : undefined,
  });
}

async function readOptions(session: Identifying): Promise<Result<FittedOption[]>> {
  const options = session.definition.file.options ?? [];
  const fitted: FittedOption[] = [];
  for (const option of options) {
    const items: Item[] = [{ address: addressOf(option.fitted.address), type: option.fitted.type ?? "u16" }];
    if (option.firmware) items.push({ address: addressOf(option.firmware.address), type: "u16" });
    const [sign, firmware] = await session.readItems(items);
    if (isLoss(sign!)) return bad(troubleOf(sign));
    if (sign!.kind !== "value" || !signGiven(option.fitted, Number(sign!.raw))) continue;
    fitted.push({
      id: option.id,
      name: option.name,
      ...(firmware?.kind === "value"
        ? { firmware: versionOf(Number(firmware.raw), option.firmware!.minorSteps) }
        : {}),
    });
  }
  return good(fitted);
}

async function readModules(session: Identifying): Promise<Result<FittedModule[]>> {
  const spec = session.definition.file.modules;
  if (!spec) return good([]);
  const modules: FittedModule[] = [];
  for (let slot = 0; slot < spec.slots; slot++) {
    const items: Item[] = [{ address: addressOf(spec.kind) + slot, type: "u16" }];
    if (spec.serial)
      items.push({
        address: addressOf(spec.serial.address) + slot * spec.serial.step,
        type: "text",
        length: spec.serial.length,
      });
    if (spec.firmware) items.push({ address: addressOf(spec.firmware.address) + slot, type: "u16" });
    const outcomes = await session.readItems(items);
    const lost = outcomes.find(isLoss);
    if (lost) return bad(troubleOf(lost));
    const [kind, ...rest] = outcomes;
    if (kind!.kind !== "value" || Number(kind!.raw) === 0) continue;
    const serial = spec.serial ? rest.shift() : undefined;
    const firmware = spec.firmware ? rest.shift() : undefined;
    modules.push({
      slot: slot + 1,
      name:
        spec.kinds.find((each) => each.value === Number(kind!.raw))?.name ?? `unknown module ${kind!.raw}`,
      ...(serial?.kind === "value" ? { serial: String(serial.raw).trim() } : {}),
      ...(firmware?.kind === "value"
        ? { firmware: versionOf(Number(firmware.raw), spec.firmware!.minorSteps) }
        : {}),
    });
  }
  return good(modules);
}

/** An outcome that says nothing about the item, since nobody answered. */
function isLoss(outcome: ItemOutcome): outcome is Exclude<ItemOutcome, { kind: "value" }> {
  return (
    outcome.kind !== "value" && (outcome.kind !== "refused" || outcome.refusal.kind.startsWith("gateway"))
  );
}

function itemOf(field: IdentityField): Item {
  return {
    address: addressOf(field.address),
    type: field.type as ValueType,
    length: field.length,
  };
}

function versionOf(raw: number, minorSteps: number): string {
  return `${Math.floor(raw / minorSteps)}.${raw % minorSteps}`;
}

/** Whether it is the same drive as before: after every reconnection this is asked before anything is written. */
export function sameDrive(a: DriveIdentity, b: DriveIdentity): boolean {
  return (
    a.definitionId === b.definitionId &&
    (a.serial === b.serial || (a.placed === true && b.placed === true)) &&
    a.powerPart === b.powerPart &&
    a.rating === b.rating &&
    a.firmware === b.firmware &&
    a.axes === b.axes &&
    a.really?.definitionId === b.really?.definitionId &&
    fittingOf(a).options.join() === fittingOf(b).options.join() &&
    moduleChanges(undefined, a.modules, b.modules).length === 0
  );
}

/** Who answers instead of the one that is known, in words; `known` and `now` are not the same drive. */
export function otherDriveWords(known: DriveIdentity, now: DriveIdentity): string {
  const changes = moduleChanges(undefined, known.modules, now.modules);
  if (driveKeyOf(known) === driveKeyOf(now) && changes.length > 0)
    return `Modules of rack ${known.serial} were exchanged meanwhile. ${changes.map(moduleWords).join("; ")}.`;
  return `Another drive answers here now: ${now.ratingName}, serial ${now.serial}, instead of ${known.serial}.`;
}
