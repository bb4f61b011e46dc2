import { afterEach, beforeEach, expect, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { AppRouterContext } from "next/dist/shared/lib/app-router-context.shared-runtime";
import { InPlant, withPage } from "@/features/testing";
import { You } from "./you";

withPage();
const { fetch } = globalThis;
let answer: () => Promise<object>;
beforeEach(() => {
  globalThis.fetch = (() => answer()) as unknown as typeof globalThis.fetch;
});
afterEach(() => {
  globalThis.fetch = fetch;
});

const session = (id: string, since: number, here = false) => ({ id, since, browser: id, here });
function shown(sessions = [session("This one", 1000, true)]) {
  render(
    <AppRouterContext value={{ refresh: () => undefined } as never}>
      <You name="Ines Varga" email="ines@example.test" standing={[]} sessions={sessions} />
    </AppRouterContext>,
    { wrapper: InPlant },
  );
}

test("of one's sign-ins this one stands first, then the newest; only others can be ended", () => {
  shown([session("Old", 1), session("New", 3000), session("This one", 1000, true)]);
  const lines = screen.getAllByRole("listitem").map((each) => each.textContent!);
  expect(lines.map((each) => /^(Old|New|This one)/.exec(each)?.[0])).toEqual(["This one", "New", "Old"]);
  expect(lines[0]).toMatch(/here$/);
  expect(screen.getAllByRole("button", { name: "End it" })).toHaveLength(2);
});

test.each<[string, () => Promise<object>, RegExp]>([
  ["the wrong one", () => Promise.resolve({ ok: false, status: 400 }), /not your password as it is now/],
  ["ended meanwhile", () => Promise.resolve({ ok: false, status: 401 }), /not signed in any more/],
  ["a fault", () => Promise.resolve({ ok: false, status: 500 }), /had a fault.*Nothing is changed/],
  ["no answer", () => Promise.reject(new Error("no network")), /does not answer. Nothing is changed/],
  [
    "too many tries",
    () => Promise.resolve({ ok: false, status: 429, json: () => Promise.resolve({ message: "Wait 20 s." }) }),
    /Wait 20 s\./,
  ],
])("why a password was not changed is said as it is: %s", async (_, given, words) => {
  answer = given;
  shown();
  await userEvent.type(screen.getByLabelText("As it is now"), "quiet-kiln-26");
  await userEvent.type(screen.getByLabelText("The new one"), "a longer one of words");
  await userEvent.click(screen.getByRole("button", { name: "Change it" }));
  expect((await screen.findByRole("alert")).textContent).toMatch(words);
});
