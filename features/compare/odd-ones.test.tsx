import { expect, test } from "@jest/globals";
import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ComparedWords } from "@/core/contract";
import { InPlant, withPage } from "@/features/testing";
import { OddOnes } from "./odd-ones";

type OddLine = ComparedWords["odd"][number];

withPage();
const line = (code: string, more: Partial<OddLine> = {}): OddLine => ({
  code,
  name: "Deceleration time",
  who: ["KL-04"],
  value: "1.20 s",
  others: "1.80 s",
  count: 5,
  ...more,
});
const shown = (lines: OddLine[]) => render(<OddOnes lines={lines} />, { wrapper: InPlant });
const items = () => screen.getAllByRole("listitem").map((each) => each.textContent);

test("who alone is otherwise stands in one sentence, with the record since which it is so, by whom, and why", () => {
  const since = { tag: "KL-04", record: 6, at: Date.UTC(2026, 2, 14), byName: "Tomas Lind", note: "jerked" };
  shown([line("4r", { since })]);
  expect(items()).toEqual([
    "4r Deceleration time: KL-04 alone has 1.20 s, the other five 1.80 s. Since record 6, 14 Mar 2026, Tomas Lind: jerked",
  ]);
  expect(screen.getByRole("link", { name: "record 6" }).getAttribute("href")).toBe(
    "/plants/tarn-hollow/positions/KL-04?record=6",
  );
});

test("several who differ alike are named together; what no record tells the beginning of is said to be as old as the oldest", () => {
  shown([line("4r", { who: ["KL-04", "KL-05", "KL-06"], count: 12 })]);
  expect(items()).toEqual([
    "4r Deceleration time: KL-04, KL-05 and KL-06 have 1.20 s, the other 12 1.80 s. So in its oldest record already.",
  ]);
});

test("three are read at a glance, the others on a press; where nobody stands apart there is nothing to read", async () => {
  const user = userEvent.setup();
  shown(["1r", "2r", "3r", "4r", "5r"].map((code) => line(code)));
  expect(items()).toHaveLength(3);
  await user.click(screen.getByRole("button", { name: "2 more in which somebody stands apart" }));
  expect(items()).toHaveLength(5);
  const { container } = shown([]);
  expect(within(container).queryByRole("region")).toBeNull();
});
