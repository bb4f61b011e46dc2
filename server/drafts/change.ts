import { max, eq } from "drizzle-orm";
import { defaultFor, parameterFor } from "@/core/definition";
import { faultsOf, redo, undo, whyNotDrafted, type NewStep } from "@/core/draft";
import { bad, good, type Result } from "@/core/drive";
import { formatLine, parseValue, type RawValue } from "@/core/value";
import { tables, type Database } from "@/server/database";
import type { DefinitionShelf } from "@/server/definitions";
import type { Person } from "@/server/people";
import { loadDraft, type LoadedDraft } from "./load";

const { draft, draftStep } = tables;

export interface DraftParts {
  db: Database;
  shelf: DefinitionShelf;
  now: () => Date;
}

/** What somebody wants to have in a draft. */
export interface Wish {
  code: string;
  /** As it was typed: with or without a unit, a choice by number or the start of its text. Absent: as in the record. */
  typed?: string;
  /** The factory default instead of what was typed. */
  standard?: boolean;
  /** What the drive holds at which it is wished, instead of what was typed: whether that is within its range does not matter. */
  held?: RawValue;
  reason: string;
  /** What stood there when it was typed; absent where nothing did. */
  expected?: RawValue;
  /** It is outside of its range or against a rule, and is meant so. */
  although?: boolean;
}

export const NO_DRAFT: Result<never> = bad({
  kind: "not-found",
  text: "There is no such draft, or its definition is not here.",
  remedy: "Open its position: the drafts that are open stand there.",
});
const CLOSED: Result<never> = bad({
  kind: "not-now",
  text: "This draft was entered or given up meanwhile.",
  remedy: "Begin a new one from the record.",
});

/**
 * Changes one value of a draft. What somebody else changed since it was shown is told with both values, and nothing is done; what is outside of its range or against a rule is asked about
 * first, and kept on purpose only with a reason. A value that stays as it is adds nothing.
 */
export async function changeDraft(
  parts: DraftParts,
  person: Person,
  plantId: number,
  id: number,
  wish: Wish,
): Promise<Result<undefined>> {
  return within(parts, plantId, id, async (tx, loaded) => {
    const { definition, rating, values, base } = loaded;
    const { code, typed, expected, although, standard, held } = wish;
    const reason = wish.reason.trim();
    const why = whyNotDrafted(definition, code);
    if (why !== undefined) return bad({ kind: "bad-request", text: why, remedy: "Choose a setting." });
    const parameter = parameterFor(definition, definition.byCode.get(code)!, rating);
    const parsed = typed === undefined ? undefined : parseValue(parameter, typed);
    if (parsed && !parsed.ok)
      return bad({
        kind: "bad-request",
        text: parsed.reason,
        remedy: "Correct it, or press Esc to leave it.",
      });
    const otherwise = standard ? defaultFor(definition, parameter, rating) : base.get(code);
    const after = held ?? (parsed ? parsed.raw : otherwise);
    if (standard && after === undefined)
      return bad({
        kind: "bad-request",
        text: `The definition tells no default of ${code}.`,
        remedy: "Type a value.",
      });
    const before = values.get(code);
    if (before === after) return good(undefined);
    const last = loaded.steps.findLast((each) => each.code === code);
    // Of one's own last change nobody need be told: who types on quickly has it behind them, though not on their page yet.
    if (before !== expected && last?.by !== person.id) {
      const line = (raw: RawValue | undefined) =>
        raw === undefined ? "nothing" : formatLine(parameter, raw);
      return bad({
        kind: "changed-meanwhile",
        text: last
          ? `${last.byName} has changed ${code} to ${line(before)} meanwhile; you want ${line(after)}.`
          : `${code} is ${line(before)} in this draft, not ${line(expected)} as you have it; you want ${line(after)}.`,
        remedy: "Look at it, then type yours once more if it is right.",
      });
    }
    const faults =
      after === undefined || held !== undefined ? [] : faultsOf(definition, rating, values, code, after);
    if (faults.length > 0 && !(although && reason !== ""))
      return bad({
        kind: "ask-first",
        text: faults.join(" "),
        remedy: "Correct it; or say why it is meant so: it is kept then, and shown as such ever after.",
      });
    await add(tx, loaded, person, { code, before, after, reason }, parts.now());
    return good(undefined);
  });
}

/** Takes back the last change of the person who asks, or does again what they took back. */
export async function takeBack(
  parts: DraftParts,
  person: Person,
  plantId: number,
  id: number,
  what: "undo" | "redo",
): Promise<Result<undefined>> {
  return within(parts, plantId, id, async (tx, loaded) => {
    const found = (what === "undo" ? undo : redo)(loaded.steps, person.id);
    if (found.kind === "step") {
      await add(tx, loaded, person, found.step, parts.now());
      return good(undefined);
    }
    if (found.kind === "changed-since")
      return bad({
        kind: "changed-meanwhile",
        text: `${found.since.byName} has changed ${found.step.code} since.`,
        remedy: "Change it by hand, if that is right.",
      });
    return bad({
      kind: "not-now",
      text: what === "undo" ? "There is nothing of yours to take back." : "There is nothing to do again.",
      remedy: "Changes of others are taken back by them, or one by one in the list.",
    });
  });
}

/** Works at an open draft while nobody else does. */
export async function within(
  { db, shelf }: DraftParts,
  plantId: number,
  id: number,
  work: (tx: Database, loaded: LoadedDraft) => Promise<Result<undefined>>,
): Promise<Result<undefined>> {
  return db.transaction(async (tx) => {
    await tx.select({ id: draft.id }).from(draft).where(eq(draft.id, id)).for("update");
    const loaded = await loadDraft(tx, shelf, plantId, id);
    if (!loaded) return NO_DRAFT;
    return loaded.row.closedAt ? CLOSED : work(tx, loaded);
  });
}

/** Adds a step to a draft that `within` holds. */
async function add(
  tx: Database,
  loaded: LoadedDraft,
  person: Person,
  step: NewStep,
  at: Date,
): Promise<void> {
  await addSteps(tx, loaded, person, [step], at);
}

/** Adds steps to a draft that `within` holds, in their order. */
export async function addSteps(
  tx: Database,
  { row }: LoadedDraft,
  person: Person,
  steps: readonly NewStep[],
  at: Date,
): Promise<void> {
  if (steps.length === 0) return;
  const [last] = await tx
    .select({ n: max(draftStep.n) })
    .from(draftStep)
    .where(eq(draftStep.draftId, row.id));
  await tx.insert(draftStep).values(
    steps.map(({ code, before, after, reason, undoes }, i) => ({
      draftId: row.id,
      n: (last?.n ?? 0) + 1 + i,
      code,
      before: before ?? null,
      after: after ?? null,
      reason,
      by: person.id,
      byName: person.name,
      at,
      undoes: undoes ?? null,
    })),
  );
}
