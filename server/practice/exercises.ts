import { desc, eq } from "drizzle-orm";
import type { ExerciseView, StandInView } from "@/core/contract";
import { bad, good, type Result } from "@/core/drive";
import { EXERCISES, judgeExercise, type Exercise, type StepAct } from "@/core/practice";
import { tables, type Database } from "@/server/database";
import type { Person } from "@/server/people";
import { factsOf, type ExerciseRow } from "./facts";
import { placeOf } from "./place-of";
import type { PracticeStandIn } from "./plan";
import type { Practice } from "./practice";
import { make, type StandIns } from "./stand-ins";

const { exercise } = tables;

/** Which drive the bench holds at a position's tag: its serial number. */
export type ConnectedAt = (tag: string) => string | undefined;

export interface ExerciseParts {
  db: Database;
  practice: Practice;
  plantId: number;
  connectedAt: ConnectedAt;
  now: () => Date;
}

interface Held {
  model: Exercise;
  place: PracticeStandIn;
  standIns: StandIns;
  standIn: StandInView;
  row: ExerciseRow | undefined;
}

/** The exercises of the practice plant and how each stands, by what came about. */
export async function exerciseViews(parts: ExerciseParts): Promise<Result<ExerciseView[]>> {
  const views: ExerciseView[] = [];
  for (const { id } of EXERCISES) {
    const held = await hold(parts, id);
    if (!held.ok) return held;
    views.push(await viewOf(parts, held.value));
  }
  return good(views);
}

/**
 * Begins an exercise: its machine runs with the drive that stands there, whole and well. Where somebody is in the middle of it, `although` says that it may be taken
 * from them.
 */
export async function beginExercise(
  parts: ExerciseParts,
  person: Person,
  id: string,
  although = false,
): Promise<Result<ExerciseView[]>> {
  const held = await hold(parts, id);
  if (!held.ok) return held;
  const { place, standIn, standIns, row } = held.value;
  const { state, byName } = await viewOf(parts, held.value);
  if (state === "under-way" && row?.by !== person.id && !although)
    return bad({
      kind: "ask-first",
      text: `${byName} is in the middle of this exercise.`,
      remedy: "Wait until it is done, or begin it anew: the drive stands as at the beginning then.",
    });
  const whole = [{ act: "mend" }, { act: "swap", make: make(place, standIn.serial) }];
  const done = await actAll(held.value, whole);
  if (!done.ok) return done;
  await parts.db.insert(exercise).values({
    plantId: parts.plantId,
    kind: id,
    by: person.id,
    byName: person.name,
    begunAt: parts.now(),
    standIns: standIns.start,
    before: standIn.serial,
  });
  return exerciseViews(parts);
}

/** Does what an exercise brings about (the drive dies, it is mended), or takes an answer. Refused unless it is what comes next. */
export async function doInExercise(
  parts: ExerciseParts,
  id: string,
  kind: StepAct,
  answer = "",
): Promise<Result<ExerciseView[]>> {
  const held = await hold(parts, id);
  if (!held.ok) return held;
  const { place, row } = held.value;
  const { state, steps } = await viewOf(parts, held.value);
  const next = steps.find((each) => each.state === "now");
  if (!row || state !== "under-way" || next?.act?.kind !== kind)
    return bad({
      kind: "not-now",
      text: "The exercise does not stand there now.",
      remedy: "Do the step that is open first.",
    });
  const change = {
    trouble: { after: `${place.serials}-${100 + row.id}` },
    mend: { mended: true },
    answer: { answer },
  };
  const acts = {
    trouble: [
      { act: "swap", make: { ...make(place, change.trouble.after), values: undefined } },
      ...(place.refuses ? [{ act: "refuse", code: place.refuses }] : []),
      ...(place.cutAfter ? [{ act: "cut-later", after: place.cutAfter }] : []),
    ],
    mend: [{ act: "mend" }],
    answer: [],
  };
  const done = await actAll(held.value, acts[kind]);
  if (!done.ok) return done;
  await parts.db.update(exercise).set(change[kind]).where(eq(exercise.id, row.id));
  return exerciseViews(parts);
}

async function hold({ db, practice }: ExerciseParts, id: string): Promise<Result<Held>> {
  const model = EXERCISES.find((each) => each.id === id);
  const place = practice.plan.standIns.find((each) => each.exercise === id);
  if (!model || !place)
    return bad({ kind: "not-found", text: "There is no such exercise.", remedy: "Choose one that is here." });
  const standIns = await practice.standIns();
  const views = await standIns.views();
  if (!views.ok) return views;
  const [row] = await db
    .select()
    .from(exercise)
    .where(eq(exercise.kind, id))
    .orderBy(desc(exercise.id))
    .limit(1);
  return good({ model, place, standIns, standIn: views.value.find((each) => each.tag === place.tag)!, row });
}

async function viewOf(
  { db, plantId, connectedAt }: ExerciseParts,
  { model, place, standIns, standIn, row }: Held,
): Promise<ExerciseView> {
  const { id, title, about } = model;
  // Somebody may call it otherwise by now.
  const at = (await placeOf(db, plantId, place.tag)) ?? { id: 0, tag: place.tag };
  const { tag } = at;
  const view = { id, title, about, tag, begunAt: row?.begunAt.getTime(), byName: row?.byName };
  const facts = row && (await factsOf(db, row, at, standIn, place.refuses, connectedAt(tag)));
  const steps = facts
    ? judgeExercise(model, facts)
    : judgeExercise(model, {
        tag,
        drive: standIn,
        before: "",
        restores: [],
        mended: false,
      }).map((each) => ({ ...each, state: "later" as const }));
  if (!row) return { ...view, state: "not-begun", steps };
  if (steps.every((each) => each.state === "done")) return { ...view, state: "done", steps };
  // What was put in is gone with the stand-ins that had it.
  return { ...view, state: row.standIns === standIns.start ? "under-way" : "broken-off", steps };
}

async function actAll(
  { standIns, standIn: { line, tag } }: Held,
  acts: Array<Record<string, unknown>>,
): Promise<Result<undefined>> {
  for (const act of acts) {
    const done = await standIns.act({ line, tag, ...act });
    if (!done.ok) return done;
  }
  return good(undefined);
}
