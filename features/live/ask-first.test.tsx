import { beforeEach, expect, test } from "@jest/globals";
import { render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { Result } from "@/core/drive";
import { withPage } from "@/features/testing";
import { useAskFirst } from "./ask-first";

withPage();

/** What came of it, and with which consents it was tried. */
let came: unknown[];
let tried: Array<boolean | undefined>;
let answers: Array<Result<string>>;
beforeEach(() => {
  [came, tried] = [[], []];
});
const ASKS: Result<string> = {
  ok: false,
  trouble: { kind: "ask-first", text: "The motor turns.", remedy: "Stop it, or read it all the same." },
};

function Page() {
  const { askFirst, question } = useAskFirst();
  const act = (although?: boolean): Promise<Result<string>> => {
    tried.push(although);
    return Promise.resolve(answers.shift()!);
  };
  return (
    <>
      <button
        type="button"
        onClick={() => void askFirst("Read it all the same", act).then((it) => came.push(it))}
      >
        Read
      </button>
      {question}
    </>
  );
}
async function press() {
  const user = userEvent.setup();
  render(<Page />);
  await user.click(screen.getByRole("button", { name: "Read" }));
  return user;
}

test("what has no consequences is done without a question", async () => {
  answers = [{ ok: true, value: "read" }];
  await press();
  await waitFor(() => expect(came).toEqual([{ value: "read" }]));
  expect(tried).toEqual([undefined]);
});

test("what has some is done on a yes, once, with the consent", async () => {
  answers = [ASKS, { ok: true, value: "read" }];
  const user = await press();
  const dialog = within(await screen.findByRole("dialog"));
  expect(dialog.getByText("The motor turns.")).toBeTruthy();
  expect(tried).toEqual([undefined]);
  await user.click(dialog.getByRole("button", { name: "Read it all the same" }));
  await waitFor(() => expect(came).toEqual([{ value: "read" }]));
  expect(tried).toEqual([undefined, true]);
});

test.each(["Leave it as it is", "Escape"])("%s: nothing more is done", async (how) => {
  answers = [ASKS];
  const user = await press();
  const dialog = within(await screen.findByRole("dialog"));
  if (how === "Escape") await user.keyboard("{Escape}");
  else await user.click(dialog.getByRole("button", { name: how }));
  await waitFor(() => expect(came).toEqual([undefined]));
  expect(tried).toEqual([undefined]);
});

test("a refusal that no consent helps against is none to agree to, before the question or behind it", async () => {
  const refused: Result<string> = { ok: false, trouble: { kind: "busy", text: "No.", remedy: "Wait." } };
  answers = [refused];
  const user = await press();
  await waitFor(() => expect(came).toEqual([undefined]));
  expect(screen.queryByRole("dialog")).toBeNull();
  answers = [ASKS, refused];
  await user.click(screen.getByRole("button", { name: "Read" }));
  await user.click(await screen.findByRole("button", { name: "Read it all the same" }));
  await waitFor(() => expect(came).toEqual([undefined, undefined]));
  expect(tried).toEqual([undefined, undefined, true]);
});
