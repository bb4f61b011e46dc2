import { beforeEach, expect, test } from "@jest/globals";
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { AppRouterContext } from "next/dist/shared/lib/app-router-context.shared-runtime";
import { positionPath } from "@/core/plant/position-path";
import { InPlant, withPage, withServer } from "@/features/testing";
import { Search } from "./search";

withPage();

const found = (tag: string) => ({ kind: "position", title: tag, detail: "Kiln", href: positionPath(tag) });

let answers: Record<string, object | undefined>;
let went: string[];
const asked = withServer(({ query }) => answers[query.q!]);
beforeEach(() => {
  went = [];
  render(
    <AppRouterContext value={{ push: (to: string) => went.push(to) } as never}>
      <InPlant>
        <Search />
      </InPlant>
    </AppRouterContext>,
  );
});
test("what is found is gone to by keyboard, within the plant, and the field is empty again", async () => {
  const user = userEvent.setup();
  answers = {
    kl: { value: [found("KL-03")] },
  };
  await user.keyboard("/kl");
  await screen.findByRole("option", { name: /KL-03/ });
  await user.keyboard("{ArrowDown}{Enter}");
  await waitFor(() => expect(went).toEqual(["/plants/tarn-hollow/positions/KL-03"]));
  expect(screen.getByRole<HTMLInputElement>("combobox").value).toBe("");
  expect(screen.queryByRole("option")).toBeNull();
});

test("quick typing asks once; spaces alone ask nothing", async () => {
  const user = userEvent.setup();
  answers = { drive: { value: [] } };
  await user.type(screen.getByRole("combobox"), "   ");
  await user.type(screen.getByRole("combobox"), "drive");
  expect((await screen.findByRole("status")).textContent).toBe("Nothing in this plant is called that.");
  expect(asked.map((each) => each.query.q)).toEqual(["drive"]);
});

test("a program that does not answer is said, not taken for nothing found", async () => {
  const user = userEvent.setup();
  answers = {};
  await user.type(screen.getByRole("combobox"), "kl");
  expect((await screen.findByRole("status")).textContent).toMatch(/does not answer.*Check the network/);
});

test("Enter before the answer is there goes to the first of what stands there, not of the letters before", async () => {
  const user = userEvent.setup();
  answers = { kl: { value: [found("KL-01"), found("KL-04")] }, "kl-04": { value: [found("KL-04")] } };
  await user.type(screen.getByRole("combobox"), "kl");
  await screen.findByRole("option", { name: /KL-01/ });
  await user.keyboard("-04{Enter}");
  expect(went).toEqual([]);
  await waitFor(() => expect(went).toEqual(["/plants/tarn-hollow/positions/KL-04"]));
});

test("Enter on letters that were changed since, or given up, leads nowhere", async () => {
  const user = userEvent.setup();
  answers = { kl: { value: [found("KL-01")] }, "kl-0": { value: [found("KL-02")] } };
  await user.type(screen.getByRole("combobox"), "kl{Enter}-0");
  await screen.findByRole("option", { name: /KL-02/ });
  expect(went).toEqual([]);
});
