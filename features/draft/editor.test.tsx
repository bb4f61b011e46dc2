import { beforeEach, expect, test } from "@jest/globals";
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { QueryProvider } from "@/features/live/query";
import { InPlant, sentIn, withPage, withServer } from "@/features/testing";
import { DraftEditor, DraftVersion } from "./editor";

withPage();

/** What the draft holds, and what the server was asked to change. */
let raw: number;
let answer: object;
const asked = withServer(({ method }) => {
  if (method === "POST") return answer;
  const text = (raw / 100).toFixed(2);
  return { value: { code: "1r", name: "Up time", help: "", unit: "s", text, raw, changed: false } };
});
beforeEach(() => {
  raw = 300;
  answer = { value: null };
});
const sent = () => sentIn(asked);

const at = (version: number, enter = false) => (
  <InPlant>
    <QueryProvider>
      <DraftVersion value={version}>
        <DraftEditor
          draft={1}
          code="1r"
          leave={() => undefined}
          go={() => undefined}
          enter={enter}
          onChanged={() => undefined}
        />
      </DraftVersion>
    </QueryProvider>
  </InPlant>
);
const value = () => screen.findByLabelText<HTMLInputElement>("Value of 1r");

test("what is typed is not lost when somebody else changes the value; both are told, and who keeps to theirs has it", async () => {
  const user = userEvent.setup();
  const { rerender } = render(at(1));
  await user.clear(await value());
  await user.type(await value(), "5");
  raw = 400;
  rerender(at(2));
  await waitFor(async () => expect((await value()).value).toBe("5"));
  answer = {
    trouble: { kind: "changed-meanwhile", text: "Marta has changed 1r to 4.00 s.", remedy: "Look at it." },
  };
  await user.type(await value(), "{Enter}");
  await screen.findByText(/Marta has changed 1r/);
  expect(sent()[0]).toMatchObject({ typed: "5", expected: 300 });
  answer = { value: null };
  await user.type(await value(), "{Enter}");
  await waitFor(() => expect(sent()[1]).toMatchObject({ typed: "5", expected: 400 }));
});

test("who types on at once after keeping a value goes on from it, also back to what stood there before", async () => {
  const user = userEvent.setup();
  render(at(1));
  for (const typed of ["5", "3.00"]) {
    await user.clear(await value());
    await user.type(await value(), `${typed}{Enter}`);
    await waitFor(() => expect(sent().at(-1)).toMatchObject({ typed }));
    expect((await value()).value).toBe(typed);
  }
  expect(sent()).toHaveLength(2);
});

test("where nobody types, another's change shows at once", async () => {
  const { rerender } = render(at(1));
  expect((await value()).value).toBe("3.00");
  raw = 400;
  rerender(at(2));
  await waitFor(async () => expect((await value()).value).toBe("4.00"));
});

test("kept on purpose is only what was asked about: another value is asked about anew", async () => {
  const user = userEvent.setup();
  render(at(1));
  answer = {
    trouble: { kind: "ask-first", text: "1r must be at most 60 s.", remedy: "Correct it, or say why." },
  };
  await user.clear(await value());
  await user.type(await value(), "99{Enter}");
  await screen.findByText(/must be at most/);
  await user.type(screen.getByLabelText(/^Why 1r/), "for the test");
  await user.type(await value(), "9{Enter}");
  await waitFor(() => expect(sent()).toHaveLength(2));
  expect(sent().map((each) => [each.typed, each.although])).toEqual([
    ["99", false],
    ["999", false],
  ]);
  await user.click(await screen.findByRole("button", { name: "Keep it on purpose" }));
  await waitFor(() =>
    expect(sent()[2]).toMatchObject({ typed: "999", although: true, reason: "for the test" }),
  );
});

test("who goes into a value while it is still asked for types over it as soon as it is there", async () => {
  render(at(1, true));
  await waitFor(async () => expect(document.activeElement).toBe(await value()));
  await userEvent.setup().keyboard("4.5");
  expect((await value()).value).toBe("4.5");
});
