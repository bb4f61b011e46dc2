import { beforeEach, expect, test } from "@jest/globals";
import { render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ExerciseView } from "@/core/contract";
import { InPlant, sentIn, withPage, withServer, type Asked } from "@/features/testing";
import { Exercises } from "./exercises";

withPage();

let answerTo: (asked: Asked) => object | undefined;
const asked = withServer((each) => answerTo(each));
let now: ExerciseView[];
beforeEach(() => {
  answerTo = ({ method }) => ({ value: method === "POST" ? now[0] : now });
});

type Step = ExerciseView["steps"][number];
const step = (title: string, state: Step["state"], more: Partial<Step> = {}): Step => ({
  title,
  how: `How: ${title}.`,
  state,
  ...more,
});
const exercise = (more: Partial<ExerciseView> = {}): ExerciseView =>
  ({
    id: "swap",
    title: "A drive is dead",
    about: "Put the spare in.",
    tag: "P-01",
    state: "not-begun",
    steps: [step("Record it", "later"), step("Put the spare in", "later")],
    ...more,
  }) as ExerciseView;
const underWay = (...steps: Step[]) => exercise({ state: "under-way", begunAt: 0, byName: "Ines", steps });

function show(first: ExerciseView): void {
  now = [first];
  render(
    <InPlant>
      <Exercises first={[first]} />
    </InPlant>,
  );
}
const card = () => within(screen.getByRole("region", { name: "A drive is dead" }));

test("before it is begun no step is shown; begun, the open one says how, and nobody can tick it off", async () => {
  const user = userEvent.setup();
  show(exercise());
  expect(card().queryByText("Record it")).toBeNull();
  now = [underWay(step("Record it", "now", { href: "/bench" }), step("Put the spare in", "later"))];
  await user.click(card().getByRole("button", { name: "Begin" }));
  expect(await card().findByText("How: Record it.")).toBeTruthy();
  expect(card().queryByText("How: Put the spare in.")).toBeNull();
  expect(card().getByRole("link", { name: "Go there" }).getAttribute("href")).toBe(
    "/plants/tarn-hollow/bench",
  );
  expect(card().queryByRole("checkbox")).toBeNull();
  expect(
    card()
      .getAllByRole("button")
      .map((each) => each.textContent),
  ).toEqual(["Begin anew"]);
  expect(sentIn(asked)).toEqual([{}]);
});

test("an answer goes to the exercise it was asked in; what hands would do is pressed", async () => {
  const user = userEvent.setup();
  show(underWay(step("Find the code", "now", { act: { kind: "answer", words: "Check it" } })));
  await user.type(card().getByLabelText("Code"), "4r");
  await user.click(card().getByRole("button", { name: "Check it" }));
  await waitFor(() => expect(sentIn(asked)).toEqual([{ act: "answer", answer: "4r" }]));
  expect(asked.find((each) => each.method === "POST")!.path).toMatch(/\/exercises\/swap/);
});

test("when the program falls silent, what came about stays done, and is said to be from before", async () => {
  const user = userEvent.setup();
  show(underWay(step("Record it", "now"), step("Put the spare in", "later")));
  now = [exercise({ state: "done", begunAt: 0, byName: "Ines", steps: [step("Record it", "done")] })];
  await user.click(card().getByRole("button", { name: "Begin anew" }));
  expect((await card().findByRole("status")).textContent).toBe("Done. The machine runs as before.");
  answerTo = () => undefined;
  await user.click(card().getByRole("button", { name: "Begin anew" }));
  expect(await screen.findByText(/What stands here is from before/)).toBeTruthy();
  expect(card().getByRole("status")).toBeTruthy();
});

test("one that was broken off shows no step as open, and says what to do", () => {
  show(exercise({ state: "broken-off", begunAt: 0, byName: "Ines" }));
  expect(card().getByText(/were started anew meanwhile/)).toBeTruthy();
  expect(card().queryByText("Record it")).toBeNull();
});
