import { afterEach, beforeEach, expect, test } from "@jest/globals";
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { AppRouterContext } from "next/dist/shared/lib/app-router-context.shared-runtime";
import { withPage } from "@/features/testing";
import { SignIn } from "./sign-in";

withPage();

let answer: { status: number; body?: object } | undefined;
let went: string[];
let sent: unknown[];
const { fetch } = globalThis;
beforeEach(() => {
  [went, sent] = [[], []];
  globalThis.fetch = ((_address: string, { body }: RequestInit) => {
    sent.push(JSON.parse(body as string));
    if (!answer) return Promise.reject(new Error());
    const { status, body: said } = answer;
    return Promise.resolve({
      ok: status < 400,
      status,
      json: () => (said ? Promise.resolve(said) : Promise.reject(new Error())),
    });
  }) as typeof globalThis.fetch;
});
afterEach(() => {
  globalThis.fetch = fetch;
});

async function signIn(demo = false): Promise<void> {
  render(
    <AppRouterContext value={{ push: (to: string) => went.push(to), refresh: () => undefined } as never}>
      <SignIn demo={demo} />
    </AppRouterContext>,
  );
  const user = userEvent.setup();
  if (demo) await user.click(screen.getByRole("button", { name: "Fill that in" }));
  else {
    await user.type(screen.getByLabelText("E-mail address"), "ines@example.test");
    await user.type(screen.getByLabelText("Password"), "a long password");
  }
  await user.click(screen.getByRole("button", { name: "Sign in" }));
}
const why = async () => (await screen.findByRole("alert")).textContent;

test("who is let in goes to the first page", async () => {
  answer = { status: 200 };
  await signIn();
  await waitFor(() => expect(went).toEqual(["/"]));
  expect(sent).toEqual([{ email: "ines@example.test", password: "a long password" }]);
});

test.each<[string, { status: number; body?: object } | undefined, RegExp]>([
  ["a wrong password", { status: 401 }, /do not belong together\. Check both/],
  ["too many tries", { status: 429, body: { message: "Wait 8 s, then try again." } }, /^Wait 8 s/],
  ["too many tries, without a word", { status: 429 }, /^Too many tries/],
  ["a closed account", { status: 403, body: { message: "This account is closed." } }, /is closed/],
  ["a program that is not there", undefined, /does not answer/],
  // A fault of the program says nothing of the password.
  ["a fault of the program", { status: 500 }, /could not be looked up.*log says why/],
  ["a proxy without a program", { status: 502 }, /could not be looked up/],
])("%s is said as what it is, and nobody goes anywhere", async (_, given, words) => {
  answer = given;
  await signIn();
  expect(await why()).toMatch(words);
  expect(went).toEqual([]);
  expect(screen.getByLabelText<HTMLInputElement>("E-mail address").value).toBe("ines@example.test");
});

test("the demo's account is filled in on a press, and nowhere else offered", async () => {
  answer = { status: 200 };
  await signIn(true);
  await waitFor(() =>
    expect(sent).toEqual([{ email: expect.stringMatching(/@/), password: expect.any(String) }]),
  );
});
test("without the demo no password stands on the page", () => {
  render(
    <AppRouterContext value={{} as never}>
      <SignIn demo={false} />
    </AppRouterContext>,
  );
  expect(screen.queryByText(/signs in with/)).toBeNull();
});
