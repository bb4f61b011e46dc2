import { beforeEach, expect, test } from "@jest/globals";
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { PositionLine, RecordHead } from "@/core/contract";
import { InPlant, withPage, withServer } from "@/features/testing";
import { WhatOfIt } from "./what-of-it";

withPage();

const record = (number: number, more: Partial<RecordHead> = {}) =>
  ({
    number,
    takenAt: `2026-03-${String(number).padStart(2, "0")}T16:20:00Z`,
    dated: true,
    takenBy: "Marta Ek",
    present: 198,
    expected: 198,
    standing: false,
    labels: [],
    ...more,
  }) as Partial<RecordHead>;

let records: object;
const asked = withServer(({ path }) =>
  path.endsWith("/drafts") ? { value: [{ id: 12, title: "Gentler start" }] } : records,
);
beforeEach(() => {
  records = {
    value: [
      record(3, { present: 49, takenBy: "Tomas Lind", labels: ["before the gearbox"] }),
      record(2),
      record(1, { standing: true }),
    ],
  };
});

const position = { tag: "KL#9", newest: { number: 3 } } as PositionLine;
const field = () => screen.getByRole<HTMLInputElement>("combobox", { name: "What of it" });
const offered = () => screen.queryAllByRole("option").map((each) => each.textContent);

function shown(of: PositionLine | undefined): string[] {
  const chosen: string[] = [];
  render(<WhatOfIt of={of} onChoose={(token) => chosen.push(token)} />, { wrapper: InPlant });
  return chosen;
}

test("of a position its records are told with day, person and labels, a partial one as such; its drafts and the default too", async () => {
  const chosen = shown(position);
  await userEvent.click(field());
  await waitFor(() =>
    expect(offered()).toEqual([
      "standing recordrecord 1, 1 Mar 2026",
      "factory default of its rating",
      "draft “Gentler start”",
      "record 3, partial3 Mar 2026, Tomas Lind, before the gearbox",
      "record 22 Mar 2026, Marta Ek",
      "record 11 Mar 2026, Marta Ek",
    ]),
  );
  expect(asked.map((each) => each.path).sort()).toEqual([
    "/api/plants/tarn-hollow/positions/KL%239/drafts",
    "/api/plants/tarn-hollow/positions/KL%239/records",
  ]);
  for (const each of ["draft", "record 2", "standing", "default"]) {
    await userEvent.click(field());
    await userEvent.type(field(), each);
    await userEvent.keyboard("{Enter}");
  }
  expect(chosen).toEqual(["draft:12", "KL#9:2", "KL#9:standing", "KL#9:default"]);
});

test("typing narrows them, by a label or by part of it; none that fits is said", async () => {
  shown(position);
  await userEvent.click(field());
  await userEvent.type(field(), "gear tomas");
  await waitFor(() => expect(offered()).toEqual([expect.stringMatching(/^record 3, partial/)]));
  await userEvent.type(field(), "x");
  expect(offered()).toEqual([]);
  expect(screen.getByText("None of its records or drafts fits.")).toBeTruthy();
});

test("without a standing record none is offered; where nothing was recorded, its drafts alone", async () => {
  records = { value: [] };
  shown({ ...position, newest: undefined });
  await userEvent.click(field());
  await waitFor(() => expect(offered()).toEqual(["draft “Gentler start”"]));
});

test("of two hundred records the newest are offered, and how many more there are", async () => {
  records = {
    value: Array.from({ length: 200 }, (_, i) => record(200 - i, { takenAt: "2026-03-14T16:20:00Z" })),
  };
  shown(position);
  await userEvent.click(field());
  await waitFor(() => expect(offered()).toHaveLength(20));
  expect(screen.getByText("182 more: type a number, a day or a name.")).toBeTruthy();
});

test("what went wrong is said where the records would stand", async () => {
  records = {
    trouble: { kind: "not-found", text: "There is no position KL#9.", remedy: "Look at the plant." },
  };
  shown(position);
  await userEvent.click(field());
  await waitFor(() => expect(screen.getByText("There is no position KL#9. Look at the plant.")).toBeTruthy());
});

test("without a position nothing can be chosen, and nothing is asked", () => {
  shown(undefined);
  expect(field().disabled).toBe(true);
  expect(asked).toEqual([]);
});

test("a record of which nobody knows when it was taken is given no day", async () => {
  records = { value: [record(2, { dated: false, standing: true })] };
  shown(position);
  await userEvent.click(field());
  await waitFor(() => expect(offered()).toContain("record 2Marta Ek"));
  expect(offered()).toContain("standing recordrecord 2");
});
