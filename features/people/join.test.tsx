import { beforeEach, expect, test } from "@jest/globals";
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { AppRouterContext } from "next/dist/shared/lib/app-router-context.shared-runtime";
import { sentIn, withPage, withServer } from "@/features/testing";
import { Join } from "./join";

withPage();

let answer: object;
let went: string[];
const asked = withServer(({ path }) => (path === "/api/join" ? answer : { value: {} }));
beforeEach(() => {
  answer = { value: { email: "lena@example.test" } };
  went = [];
});

async function choose(password: string, repeated: string): Promise<void> {
  render(
    <AppRouterContext value={{ push: (to: string) => went.push(to), refresh: () => undefined } as never}>
      <Join token="t-1" name="Lena" email="lena@example.test" again={false} />
    </AppRouterContext>,
  );
  const user = userEvent.setup();
  await user.type(screen.getByLabelText("Password"), password);
  await user.type(screen.getByLabelText("The same again"), repeated);
  await user.click(screen.getByRole("button", { name: "Choose it and sign in" }));
}
const alert = async () => (await screen.findByRole("alert")).textContent;

test("what was chosen twice alike is sent, and signs in", async () => {
  await choose("four plain words", "four plain words");
  await waitFor(() => expect(went).toEqual(["/"]));
  expect(sentIn(asked)).toEqual([
    { token: "t-1", password: "four plain words" },
    { email: "lena@example.test", password: "four plain words" },
  ]);
});

test.each([
  ["too short a one", "short", "short", /At least 10 characters/],
  ["one that was typed otherwise the second time", "four plain words", "four plain wordS", /not the same/],
])("%s is told before anything is sent", async (_, password, repeated, words) => {
  await choose(password, repeated);
  expect(await alert()).toMatch(words);
  expect(asked).toEqual([]);
});

test("an invitation that is spent says so, and nobody is signed in", async () => {
  answer = { trouble: { kind: "not-found", text: "This invitation is spent.", remedy: "Ask for another." } };
  await choose("four plain words", "four plain words");
  expect(await alert()).toBe("This invitation is spent. Ask for another.");
  expect(asked).toHaveLength(1);
  expect(went).toEqual([]);
});
