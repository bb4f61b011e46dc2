/** @jest-environment jsdom */
import { afterEach, beforeEach, expect, test } from "@jest/globals";
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { AppRouterContext } from "next/dist/shared/lib/app-router-context.shared-runtime";
import { InPlant, withPage } from "@/features/testing";
import { Search } from "./search";

withPage();

let asked: string[];
let answers: Record<string, object | undefined>;
let went: string[];
const { fetch } = globalThis;
beforeEach(() => {
  [asked, went] = [[], []];
  globalThis.fetch = ((address: string) => {
    const q = new URL(address, "http://ledger.test").searchParams.get("q")!;
    asked.push(q);
    const answer = answers[q];
    return answer ? Promise.resolve({ json: () => Promise.resolve(answer) }) : Promise.reject(new Error());
  }) as typeof globalThis.fetch;
  render(
    <AppRouterContext value={{ push: (to: string) => went.push(to) } as never}>
      <InPlant>
        <Search />
      </InPlant>
    </AppRouterContext>,
  );
});
afterEach(() => {
  globalThis.fetch = fetch;
});

test("what is found is gone to by keyboard, within the plant, and the field is empty again", async () => {
  const user = userEvent.setup();
  answers = {
    kl: { value: [{ kind: "position", title: "KL-03", detail: "Kiln", href: "/positions/KL-03" }] },
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
  expect(asked).toEqual(["drive"]);
});

test("a program that does not answer is said, not taken for nothing found", async () => {
  const user = userEvent.setup();
  answers = {};
  await user.type(screen.getByRole("combobox"), "kl");
  expect((await screen.findByRole("status")).textContent).toMatch(/does not answer.*Check the network/);
});
