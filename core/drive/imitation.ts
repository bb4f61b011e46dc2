import { addressOf, type Definition } from "@/core/definition";
import type { DriveIdentity } from "./model";
import type { DriveSession, Item, ItemOutcome } from "./session";
import { signGiven } from "./state";
import { bad, good, troubleOf, type Result } from "./trouble";

/** Asks a drive single items. */
interface Asking {
  readonly definition: Definition;
  readItems(items: readonly Item[]): Promise<ItemOutcome[]>;
}

/**
 * Whether a drive that is really of the asked session's family answers as its predecessor now. False where the family cannot, or the drive has nothing
 * at the place that would tell; a trouble when nobody answers.
 */
export async function imitatesNow(real: Asking): Promise<Result<boolean>> {
  const { imitates } = real.definition.file;
  if (!imitates) return good(false);
  const { address, type = "u16" } = imitates.active;
  const [active] = await real.readItems([{ address: addressOf(address), type }]);
  if (active!.kind === "refused" && !active!.refusal.kind.startsWith("gateway")) return good(false);
  if (active!.kind !== "value") return bad(troubleOf(active!));
  return good(signGiven(imitates.active, Number(active!.raw)));
}

/**
 * Who a known drive says it is now. `known` is who it was: it has to answer with the same parameter list still, as itself or as its predecessor. "other-drive"
 * when that was switched over meanwhile, since nothing may be written by the former list. `real` is the definition of who it really is, where it imitates.
 */
export async function identifyAgain(
  known: DriveIdentity | undefined,
  session: DriveSession,
  real: DriveSession | undefined,
): Promise<Result<DriveIdentity>> {
  const identity = await session.identify();
  if (!identity.ok) return identity;
  const active = await imitatesNow(real ?? session);
  if (!active.ok) return active;
  if (active.value === (real !== undefined))
    return good(known?.really && real ? { ...identity.value, really: known.really } : identity.value);
  const { title } = session.definition;
  return bad({
    kind: "other-drive",
    text: active.value
      ? `Drive ${identity.value.serial} was switched over: it answers as its predecessor now, no more with the parameter list of ${title}.`
      : `Drive ${identity.value.serial} imitates its predecessor no more: the parameter list of ${title} does not hold.`,
    remedy: "Let go of this connection and connect again, so that it is read with the list that holds.",
  });
}

/** Which definition a drive is really of, also while it imitates another. */
export function ownDefinitionId({
  definitionId,
  really,
}: Pick<DriveIdentity, "definitionId" | "really">): string {
  return really?.definitionId ?? definitionId;
}

/** One drive in one word: its own definition and its serial number, whatever it imitates. */
export function driveKeyOf(identity: Pick<DriveIdentity, "definitionId" | "really" | "serial">): string {
  return `${ownDefinitionId(identity)}/${identity.serial}`;
}

/** A drive as papers name it: what it answers as, its number, and who it really is where it imitates. */
export function driveWords({ vendor, ratingName, supply, firmware, serial, really }: DriveIdentity): string {
  const said = `${vendor} ${ratingName}, ${supply}, firmware ${firmware}, serial ${serial}`;
  return really
    ? `${said}; really a ${really.family}, ${really.ratingName}, firmware ${really.firmware}`
    : said;
}
