import { beforeEach, expect, test } from "@jest/globals";
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ListLineView } from "@/core/contract";
import { InPlant, withPage, withServer } from "@/features/testing";
import { TakeList } from "./take-list";

withPage();

let answer: object;
let done: number[];
const asked = withServer(() => answer);
const line = (number: number, verdict: ListLineView["verdict"], says: string[] = []): ListLineView => ({
  line: number,
  tag: `KL-${number}`,
  verdict,
  says,
});
beforeEach(() => {
  done = [];
  answer = {
    value: [
      line(2, "same"),
      line(3, "new", ["Roller 3"]),
      line(4, "changed", ["Title: a → b"]),
      line(5, "wrong", ["Its tag is taken."]),
    ],
  };
});
const list = (name: string): File => new File(["Position\nKL-3"], name, { type: "text/csv" });
async function choose(name: string) {
  const user = userEvent.setup();
  await user.upload(screen.getByLabelText("List of positions"), list(name));
  return user;
}
const show = () => render(<TakeList onDone={(count) => done.push(count)} />, { wrapper: InPlant });

test("a list is looked through first: what does not fit stands first with its reason, and nothing is kept", async () => {
  show();
  await choose("plant.csv");
  expect((await screen.findByRole("status")).textContent).toBe(
    "1 new position, 1 changed, 1 as they are, 1 left out.",
  );
  expect(screen.getAllByRole("row").map((each) => each.textContent)).toEqual([
    "line 5KL-5left outIts tag is taken.",
    "line 4KL-4changesTitle: a → b",
    "line 3KL-3newRoller 3",
    "line 2KL-2as it is",
  ]);
  expect(asked.map((each) => each.query)).toEqual([{ name: "plant.csv" }]);
  expect(done).toEqual([]);
});

test("what fits is taken on a press", async () => {
  show();
  const user = await choose("plant.csv");
  await user.click(await screen.findByRole("button", { name: "Take 2 positions" }));
  await waitFor(() => expect(done).toEqual([2]));
  expect(asked.at(-1)!.query).toEqual({ name: "plant.csv", keep: "true" });
});

test("another file that cannot be read leaves nothing of the one before to be taken", async () => {
  show();
  await choose("plant.csv");
  await screen.findByRole("button", { name: "Take 2 positions" });
  answer = { trouble: { kind: "bad-file", text: "It has no column Position.", remedy: "Add one." } };
  await choose("other.csv");
  expect(await screen.findByText("It has no column Position.")).toBeTruthy();
  expect(screen.queryByRole("button", { name: /^Take/ })).toBeNull();
  expect(screen.queryByRole("row")).toBeNull();
});

test("a list of which nothing fits cannot be taken", async () => {
  answer = { value: [line(2, "same"), line(3, "wrong")] };
  show();
  await choose("plant.csv");
  expect(await screen.findByRole("button", { name: "Take 0 positions" })).toHaveProperty("disabled", true);
});
