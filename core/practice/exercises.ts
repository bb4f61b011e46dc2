import { positionPath } from "@/core/plant/position-path";
import type { Exercise, ExerciseFacts, ExerciseStep, RestoreFact } from "./exercise";

/** Restores onto the drive that was put in. */
const onto = ({ restores, after }: ExerciseFacts): RestoreFact[] =>
  restores.filter((each) => after !== undefined && each.serial === after);
const positionPage = ({ tag }: ExerciseFacts): string => positionPath(tag);
const bench = (): string => "/bench";
/** Where the restore onto the new drive is worked at, once it was begun. */
const restorePage = (facts: ExerciseFacts): string => {
  const last = onto(facts).at(-1);
  return last ? `/restore/${last.id}` : bench();
};

const recorded: ExerciseStep = {
  title: "Record the drive that runs",
  how: ({ tag }) =>
    `On the bench, connect ${tag}. It is read at once; then record it. That is all there is to it, and what a night like this one hangs on.`,
  href: bench,
  found: ({ record }) => (record === undefined ? undefined : `Record ${record} holds everything of it.`),
};
const raised: ExerciseStep = {
  title: "Raise the record that is to be restored",
  how: ({ tag }) => `Open ${tag}, choose the record, and make it the standing one, with your reason.`,
  href: positionPage,
  found: ({ standing }) => (standing === undefined ? undefined : `Record ${standing} is the standing one.`),
};
const verified = (title: string, how: string): ExerciseStep => ({
  title,
  how: () => how,
  href: restorePage,
  found: (facts) => {
    const done = onto(facts).find((each) => each.verified);
    return done && `Verified: ${facts.after} is as recorded. Receipt ${done.receipt} says so.`;
  },
});
const putIn = (words: string, how: string): ExerciseStep => ({
  title: "The drive dies",
  how: () => how,
  act: { kind: "trouble", words },
  found: ({ after }) => after && `${after} is in its place now, as it came from the factory.`,
});

/** The exercises of the practice plant. */
export const EXERCISES: readonly Exercise[] = [
  {
    id: "swap",
    title: "A drive dies, and the next one runs the same way",
    about: "Record, raise, and restore onto a replacement of the same kind.",
    steps: [
      recorded,
      raised,
      putIn(
        "Let it die, and put another in",
        "The drive gives up. Somebody fits one from the store, of the same rating, with the factory's values.",
      ),
      {
        title: "Connect the one that stands there now",
        how: ({ tag }) =>
          `On the bench, connect ${tag} again. Read what it says of the serial number before you go on.`,
        href: bench,
        found: (facts) =>
          facts.connected === facts.after || onto(facts).length > 0
            ? `${facts.after} was recognised at ${facts.tag}.`
            : undefined,
      },
      verified(
        "Restore the standing record until it says verified",
        "Look through the checks and the plan, confirm, and give the permission to write at the keypad: on the page Cabinet, “Permit writing”.",
      ),
    ],
  },
  {
    id: "refusal",
    title: "The replacement refuses a value",
    about: "A restore that stops half-way: say which value it is, have it mended, write it again.",
    steps: [
      recorded,
      raised,
      putIn(
        "Let it die, and put another in",
        "The one that is fitted is not quite well: one of its values cannot be written.",
      ),
      {
        title: "Restore the standing record; it stops at a refusal",
        how: () => "Begin the restore as always, and read what it says where it stops. Do not end it.",
        href: restorePage,
        found: (facts) =>
          facts.answer !== undefined || onto(facts).some((each) => each.refused > 0)
            ? "It stopped, and says how far it came."
            : undefined,
      },
      {
        title: "Which code does it refuse?",
        how: ({ answer }) =>
          answer === undefined
            ? "The restore's page names it. Type the code here."
            : `${answer} is not the one. Look at the refused line of the restore's page again.`,
        act: { kind: "answer", words: "That is the code" },
        found: ({ answer, refuses }) =>
          answer !== undefined && refuses !== undefined && sameCode(answer, refuses)
            ? `It is ${refuses}.`
            : undefined,
      },
      {
        title: "Have it mended",
        how: () => "Somebody takes off the cover and finds the cause. After this it takes the value.",
        act: { kind: "mend", words: "It is mended" },
        found: ({ mended }) => (mended ? "The drive takes the value now." : undefined),
      },
      verified(
        "Write it again, and go on until it says verified",
        "On the restore's page, try the refused value again.",
      ),
    ],
  },
  {
    id: "power-cut",
    title: "The power goes off while it is written",
    about: "Nothing is lost and nothing is guessed: the page says what state the drive is in, and goes on.",
    steps: [
      recorded,
      raised,
      putIn(
        "Let it die, and put another in",
        "While the replacement is written, somebody throws the wrong breaker.",
      ),
      {
        title: "Begin the restore, and keep calm",
        how: () => "Confirm the plan. In the middle of the writing, the power goes off.",
        href: restorePage,
        found: (facts) =>
          onto(facts).some((each) => each.interrupted || each.verified)
            ? "The power went off, and the page says what is certain and what is not."
            : undefined,
      },
      {
        title: "Switch it on again",
        how: ({ tag }) => `On the page Cabinet, switch ${tag} on. The restore finds it again by itself.`,
        href: () => "/cabinet",
        found: ({ drive, after }) =>
          drive.serial === after && drive.powered ? "It has power again." : undefined,
      },
      verified(
        "Go on until it says verified",
        "Where the page waits for you, read what it says, then go on from there.",
      ),
    ],
  },
];

/** Whether two texts name the same code. Example: " h.RMP.1/1 " and "H.rmp.1/1" do. */
function sameCode(one: string, other: string): boolean {
  const plain = (text: string): string => text.replaceAll(/\s/g, "").toLowerCase();
  return plain(one) === plain(other);
}
