import { meantOtherwise, presetsOf } from "@/core/definition";
import { becoming, defaultBecomes, faultsOf, presetBecomes, type Become } from "@/core/draft";
import { bad, good, type Result } from "@/core/drive";
import { hashText, valuesByCode } from "@/core/set";
import { answersBecome } from "@/core/start";
import { formatLine, type RawValue } from "@/core/value";
import { loadSet, recordAt } from "@/server/ledger";
import type { Person } from "@/server/people";
import { addSteps, NO_DRAFT, within, type DraftParts } from "./change";
import { loadDraft, type LoadedDraft } from "./load";

/** What is to become otherwise at once: within a group or the codes that are named, where some are. */
export type SeveralWish =
  | { what: "default" | "record"; group?: string; codes?: string[] }
  | { what: "preset"; preset: string }
  | { what: "answers"; answers: Record<string, string>; axis: number; set: number }
  | { what: "values-of"; tag: string; number: number; codes: string[] };

/** One value that would become another one, in words. */
export interface BecomeLine {
  code: string;
  name: string;
  from: string | undefined;
  to: string | undefined;
  /** Out of its range, or against a rule, among all the values as they would be. */
  faults: string[];
  /** Where it has one of its own. */
  reason?: string;
}

/** What would become otherwise, and a seal for exactly that: whoever agrees to it has seen it. */
export interface Several {
  lines: BecomeLine[];
  seal: string;
  /** Answers that cannot be taken, and why; they change nothing. */
  troubles?: Array<{ id: string; text: string }>;
}

/** What a wish for several values at once would change in a draft; undefined when there is no such draft. */
export async function lookAtSeveral(
  parts: DraftParts,
  plantId: number,
  id: number,
  wish: SeveralWish,
): Promise<Result<Several>> {
  const loaded = await loadDraft(parts.db, parts.shelf, plantId, id);
  if (!loaded) return NO_DRAFT;
  const becomes = await becomesOf(parts, plantId, loaded, wish);
  if (!becomes.ok) return becomes;
  const several = severalOf(loaded, becomes.value);
  return good(wish.what === "answers" ? { ...several, troubles: answered(loaded, wish).troubles } : several);
}

/** Changes several values at once: exactly those that were looked at. What is out of range or against a rule is asked about first, and kept on purpose only with a reason. */
export async function changeSeveral(
  parts: DraftParts,
  person: Person,
  plantId: number,
  id: number,
  wish: SeveralWish,
  { seal, reason, although }: { seal: string; reason: string; although?: boolean },
): Promise<Result<undefined>> {
  return within(parts, plantId, id, async (tx, loaded) => {
    const found = await becomesOf({ ...parts, db: tx }, plantId, loaded, wish);
    if (!found.ok) return found;
    const several = severalOf(loaded, found.value);
    const why = reason.trim();
    const refused = notAsSeen(several.seal === seal) ?? askAbout(several.lines, why, although);
    if (refused) return refused;
    const steps = found.value.map(({ code, from, to, reason: own }) => ({
      code,
      before: from,
      after: to,
      reason: [own, why].filter(Boolean).join(" "),
    }));
    await addSteps(tx, loaded, person, steps, parts.now());
    return good(undefined);
  });
}

/** Refuses what would be done with something else than what a person has seen. */
export function notAsSeen(asSeen: boolean): Result<never> | undefined {
  if (asSeen) return undefined;
  return bad({
    kind: "changed-meanwhile",
    text: "Somebody has changed something meanwhile, so that the list is not the one you have seen.",
    remedy: "Look at the list once more.",
  });
}

/** Asks about values that are out of range or against a rule; nothing to ask where they are meant so and a reason says why. */
export function askAbout(
  lines: ReadonlyArray<Pick<BecomeLine, "code" | "faults">>,
  reason: string,
  although: boolean | undefined,
): Result<never> | undefined {
  const faults = [...new Set(lines.flatMap((each) => each.faults))];
  if (faults.length === 0 || (although && reason !== "")) return undefined;
  return bad({
    kind: "ask-first",
    text: faults.join(" "),
    remedy: "Leave it; or say why it is meant so: it is kept then, and shown as such ever after.",
  });
}

async function becomesOf(
  { db, shelf }: Pick<DraftParts, "db" | "shelf">,
  plantId: number,
  { definition, rating, values, base }: LoadedDraft,
  wish: SeveralWish,
): Promise<Result<Become[]>> {
  if (wish.what === "answers") return good(answered({ definition, values }, wish).becomes);
  if (wish.what === "preset") {
    const preset = presetsOf(definition).find((each) => each.id === wish.preset);
    if (!preset) return bad(notThere("such preset"));
    return good(presetBecomes(definition, preset, values));
  }
  if (wish.what === "values-of") {
    const other = await recordAt(db, plantId, wish.tag, wish.number);
    if (other?.row.definitionId !== definition.id) return bad(notThere("such record of this family"));
    const under = await shelf.ofRecord(db, other.row);
    const otherwise = under ? meantOtherwise(definition, under, wish.codes) : wish.codes;
    if (otherwise.length > 0) return bad(otherMeaning(otherwise));
    const theirs = valuesByCode(await loadSet(db, other.row));
    // What the other does not have says nothing of what it should be here.
    const wanted = new Map(
      wish.codes.flatMap((code) => (theirs.has(code) ? [[code, theirs.get(code)]] : [])),
    );
    return good(becoming(definition, values, wanted as Map<string, RawValue>));
  }
  const named = wish.codes && new Set(wish.codes);
  const codes = new Set(
    definition.parameters.flatMap(({ code, group }) =>
      (wish.group === undefined || group === wish.group) && (!named || named.has(code)) ? [code] : [],
    ),
  );
  if (wish.what === "default") return good(defaultBecomes(definition, rating, values, codes));
  return good(becoming(definition, values, new Map([...codes].map((code) => [code, base.get(code)]))));
}

/** Values of a record under another version of the definition, where they mean something else. */
export const otherMeaning = (codes: readonly string[]) => ({
  kind: "bad-request" as const,
  text: `${codes.slice(0, 4).join(", ")} mean something else in that record: it was made under another version of the definition.`,
  remedy: "Type these values by hand, each looked at.",
});

const answered = (
  { definition, values }: Pick<LoadedDraft, "definition" | "values">,
  { answers, axis, set }: Extract<SeveralWish, { what: "answers" }>,
) => answersBecome(definition, values, answers, { axis, set });

const notThere = (what: string) => ({
  kind: "not-found" as const,
  text: `There is no ${what}.`,
  remedy: "Load the page again, and choose another one.",
});

function severalOf(loaded: LoadedDraft, becomes: readonly Become[]): Several {
  return {
    lines: linesOf(loaded, becomes),
    seal: hashText(JSON.stringify(becomes.map(({ code, from, to }) => [code, from ?? null, to ?? null]))),
  };
}

/** Values that would become others, in words, each held against the rules among all of them. */
export function linesOf(
  { definition, rating, values }: Pick<LoadedDraft, "definition" | "rating" | "values">,
  becomes: readonly Become[],
): BecomeLine[] {
  const after = new Map(values);
  for (const { code, to } of becomes) {
    if (to === undefined) after.delete(code);
    else after.set(code, to);
  }
  return becomes.map(({ code, from, to, reason }) => {
    const parameter = definition.byCode.get(code)!;
    const line = (raw: RawValue | undefined) => (raw === undefined ? undefined : formatLine(parameter, raw));
    return {
      code,
      name: parameter.name,
      from: line(from),
      to: line(to),
      faults: to === undefined ? [] : faultsOf(definition, rating, after, code, to),
      ...(reason === undefined ? {} : { reason }),
    };
  });
}
