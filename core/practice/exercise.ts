/** What an exercise is judged by: what stands there, what was recorded, raised and restored since it began. */
export interface ExerciseFacts {
  tag: string;
  /** The drive that stands there now. */
  drive: { serial: string; powered: boolean };
  /** Serial number of the drive that stood there when it began. */
  before: string;
  /** Serial number of the one that was put in since. */
  after?: string;
  /** The newest complete record of the drive that stood there. */
  record?: number;
  /** The record that stands, where it is complete. */
  standing?: number;
  /** Serial number of the drive to which the bench is connected there. */
  connected?: string;
  /** Restores since it began, the oldest first. */
  restores: RestoreFact[];
  /** The code that the replacement does not take. */
  refuses?: string;
  mended: boolean;
  /** What was typed in. */
  answer?: string;
}

export interface RestoreFact {
  id: number;
  serial: string;
  refused: number;
  interrupted: boolean;
  verified: boolean;
  receipt?: number;
}

/** What somebody does at a step, beside the real work on the application's other pages. */
export type StepAct = "trouble" | "mend" | "answer";

/** One thing to do in an exercise. `found` says what came about, or nothing while it has not. */
export interface ExerciseStep {
  title: string;
  how: (facts: ExerciseFacts) => string;
  /** Where it is done, within the plant. */
  href?: (facts: ExerciseFacts) => string;
  act?: { kind: StepAct; words: string };
  found: (facts: ExerciseFacts) => string | undefined;
}

export interface Exercise {
  id: string;
  title: string;
  about: string;
  steps: readonly ExerciseStep[];
}

/** A step as it stands: done, the one to do now, or later. */
export interface StepView {
  title: string;
  how: string;
  state: "done" | "now" | "later";
  found?: string;
  href?: string;
  act?: { kind: StepAct; words: string };
}

/**
 * How an exercise stands, step by step, by facts alone: nobody ticks anything. A step counts as done only when those before it are, so that
 * the first that is not is the one to do now.
 */
export function judgeExercise({ steps }: Exercise, facts: ExerciseFacts): StepView[] {
  let before = true;
  return steps.map(({ title, how, href, act, found }) => {
    const told = before ? found(facts) : undefined;
    const open = before ? "now" : "later";
    before = told !== undefined;
    return { title, how: how(facts), state: before ? "done" : open, found: told, href: href?.(facts), act };
  });
}
