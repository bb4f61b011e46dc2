import { expect, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import type { Place, WriteStep } from "@/core/restore";
import { withPage } from "@/features/testing";
import { Permission } from "./permission";
import type { LiveRestore } from "./use-restore";

withPage();

const shown = (place: Place, ...states: Array<WriteStep["state"]>): HTMLElement => {
  const restore = { job: { place }, steps: states.map((state) => ({ state })) } as unknown as LiveRestore;
  const { container } = render(
    <Permission restore={restore} acts="write" howTo="Hold OK for three seconds." byLink={false} />,
  );
  return container.querySelector<HTMLElement>("[data-step]")!;
};

test.each<[string, Place, Array<WriteStep["state"]>, string]>([
  ["before the drive was looked at", { stage: "write" }, ["planned", "planned"], "later"],
  ["the drive lost before anything was sent", { stage: "write", waitsFor: "drive" }, ["planned"], "later"],
  [
    "the drive lost in the middle: a power-off ends it",
    { stage: "write", waitsFor: "drive" },
    ["written"],
    "later",
  ],
  ["halted before anything was sent", { stage: "write", waitsFor: "person" }, ["planned"], "later"],
  ["something was sent", { stage: "write" }, ["written", "sent"], "done"],
  ["everything is written", { stage: "look-again" }, ["written"], "done"],
  ["while it is waited for", { stage: "write", waitsFor: "permission" }, ["planned"], "open"],
])("whether the permission is given: %s", (_, place, states, state) => {
  const step = shown(place, ...states);
  expect(step.dataset.state).toBe(state);
  expect(step.textContent!.includes("the permission is given")).toBe(state === "done");
});

test("what has to be done at the keypad is said while it is waited for", () => {
  shown({ stage: "write", waitsFor: "permission" }, "planned");
  expect(screen.getByText("Hold OK for three seconds.")).toBeTruthy();
});
