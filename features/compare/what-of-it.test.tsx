/** @jest-environment jsdom */
import { expect, test } from "@jest/globals";
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { PositionLine } from "@/core/contract";
import { InPlant, withPage, withServer } from "@/features/testing";
import { WhatOfIt } from "./what-of-it";

withPage();
const asked = withServer(({ path }) =>
  path.endsWith("/drafts") ? { value: [{ id: 12, title: "Gentler start" }] } : undefined,
);
const position = { tag: "KL#9", newest: { number: 2 } } as PositionLine;

test("of a position its records, its open drafts and the default of its rating can be chosen", async () => {
  const chosen: string[] = [];
  render(<WhatOfIt of={position} onChoose={(token) => chosen.push(token)} />, { wrapper: InPlant });
  await waitFor(() => expect(screen.getByRole("option", { name: "draft “Gentler start”" })).toBeTruthy());
  expect(asked.map((each) => each.path)).toEqual(["/api/plants/tarn-hollow/positions/KL%239/drafts"]);
  for (const each of [
    "draft “Gentler start”",
    "record 1",
    "standing record",
    "factory default of its rating",
  ])
    await userEvent.selectOptions(screen.getByLabelText("What of it"), each);
  expect(chosen).toEqual(["draft:12", "KL#9:1", "KL#9:standing", "KL#9:default"]);
});
test("without a position nothing can be chosen, and nothing is asked", () => {
  render(<WhatOfIt of={undefined} onChoose={() => undefined} />, { wrapper: InPlant });
  expect(screen.getByLabelText<HTMLSelectElement>("What of it").disabled).toBe(true);
  expect(asked).toEqual([]);
});
