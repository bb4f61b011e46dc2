import { defaultFor, type Definition } from "@/core/definition";
import type { DriveIdentity } from "@/core/drive";
import { factorySpeech } from "@/core/link";
import { NOT_SETTINGS, type RawValue } from "@/core/value";
import type { SwitchOver } from "./operation";
import type { Plan } from "./plan";
import type { Switching } from "./switching";
import type { Verification } from "./verify";

/**
 * What switching a drive over would come to, before it is done: `own` is the definition of who it really is, `other` of whom it can imitate. Gives why
 * it cannot be done where it cannot.
 */
export function planSwitchOver(
  operation: SwitchOver,
  {
    own,
    other,
    drive,
    live,
  }: {
    own: Definition;
    other: Definition | undefined;
    drive: DriveIdentity;
    /** What it holds now, in the list that holds now. */
    live: ReadonlyMap<string, RawValue>;
  },
): Switching | string {
  const { imitates } = own.file;
  if (!imitates) return `${own.title} imitates no other family, as far as its definition says.`;
  if (!other) return `The definition ${imitates.definitionId} of whom it can imitate is not here.`;
  const on = operation === "imitate";
  if (on === (drive.really !== undefined))
    return on ? "It imitates its predecessor already." : "It does not imitate anybody.";
  const rating = on ? imitates.ratings?.[drive.rating ?? ""] : undefined;
  if (on && imitates.ratings && rating === undefined)
    return `A ${drive.ratingName} imitates none of ${other.title}: there is none of its size.`;
  const to = on ? other : own;
  const now = on ? own : other;
  return {
    definitionId: to.id,
    title: to.title,
    rating,
    ratingName: on ? rating && to.ratings.get(rating)?.name : drive.really?.ratingName,
    command: on ? imitates.on : imitates.off,
    howTo: imitates.howTo,
    resets: imitates.resets,
    lost: notFactory(now, drive.rating, live).length,
    ...answersAt(to),
  };
}

/** How it came out: every setting is the factory's of the list that holds now, as far as factory values are told. */
export function verifySwitchOver(
  definition: Definition,
  rating: string | undefined,
  after: ReadonlyMap<string, RawValue>,
): Verification & { equal: number } {
  const alsoChanged = notFactory(definition, rating, after);
  const settings = definition.parameters.filter(
    (each) => !NOT_SETTINGS.has(each.kind) && after.has(each.code),
  );
  return {
    results: [],
    alsoChanged,
    equal: settings.length - alsoChanged.length,
    verified: settings.length > 0 && alsoChanged.length === 0,
  };
}

/** A plan that lists nothing value by value: everything is another list afterwards. */
export function switchingPlan(over: Switching | undefined): Plan {
  return { writes: [], leftOut: [], equal: 0, needsRestart: false, over };
}

/** Settings that are not the factory's, as far as that tells any. */
function notFactory(
  definition: Definition,
  rating: string | undefined,
  values: ReadonlyMap<string, RawValue>,
): Verification["alsoChanged"] {
  return definition.parameters.flatMap((each) => {
    const to = values.get(each.code);
    const from = defaultFor(definition, each, rating);
    if (NOT_SETTINGS.has(each.kind) || each.readOnly || to === undefined || from === undefined || from === to)
      return [];
    return [{ code: each.code, from, to }];
  });
}

/** Where a drive of a family answers as it leaves the factory. */
function answersAt(definition: Definition): Pick<Switching, "address" | "speech" | "way"> {
  const { file, addressCode, byCode } = definition;
  const address = Number(
    (addressCode && byCode.get(addressCode)?.rawDefault) ??
      file.modbus?.defaults.address ??
      file.canopen?.defaults.node,
  );
  const { modbus } = file;
  const way = modbus
    ? `at address ${address}, on a serial line at ${modbus.defaults.baud.toLocaleString("en")} baud, parity ${modbus.defaults.parity}`
    : `as node ${address}`;
  return { address, speech: factorySpeech(definition), way };
}
