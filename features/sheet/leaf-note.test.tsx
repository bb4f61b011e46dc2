import { afterEach, beforeEach, expect, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ParameterNote, Role } from "@/core/contract";
import { RoleProvider } from "@/features/house/rights";
import { InPlant, withPage } from "@/features/testing";
import { LeafNote } from "./leaf-note";

withPage();

const at = (text: string, byName = "Marta Lund"): ParameterNote["now"] => ({ at: 0, byName, text });
const NOTE: ParameterNote = {
  code: "4r",
  now: at("Below 1.5 s the tiles slip."),
  before: [at("Try 1 s.", "Per")],
};
let sent: object[];
/** What the server answers; undefined while it is dead. */
let answer: object | undefined;
const { fetch } = globalThis;
beforeEach(() => {
  sent = [];
  answer = { value: null };
  globalThis.fetch = ((_: string, init?: RequestInit) => {
    sent.push(JSON.parse(String(init?.body)) as object);
    return answer
      ? Promise.resolve({ json: () => Promise.resolve(answer) } as Response)
      : Promise.reject(new Error("refused"));
  }) as typeof globalThis.fetch;
});
afterEach(() => {
  globalThis.fetch = fetch;
});

const shown = (note: ParameterNote | undefined, role: Role = "technician") =>
  render(
    <InPlant>
      <RoleProvider role={role}>
        <LeafNote definition="fennimore-rill-4" tag="KL-05" code="4r" note={note} />
      </RoleProvider>
    </InPlant>,
  );

test("it says who wrote it, and what stood there before; changed, it tells what was seen", async () => {
  const user = userEvent.setup();
  shown(NOTE);
  expect(screen.getByText("Below 1.5 s the tiles slip.")).toBeTruthy();
  expect(screen.getByText("Try 1 s.")).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Change the note" }));
  const box = screen.getByLabelText("Note on 4r");
  await user.clear(box);
  await user.type(box, "Never below 1.8 s.");
  await user.keyboard("{Control>}{Enter}{/Control}");
  expect(sent).toEqual([
    {
      definition: "fennimore-rill-4",
      code: "4r",
      text: "Never below 1.8 s.",
      seen: "Below 1.5 s the tiles slip.",
    },
  ]);
  expect(screen.queryByLabelText("Note on 4r")).toBeNull();
});

test("emptied, it is taken off; one that was taken off is offered anew, with what stood there below", async () => {
  const user = userEvent.setup();
  const { unmount } = shown(NOTE);
  await user.click(screen.getByRole("button", { name: "Change the note" }));
  await user.clear(screen.getByLabelText("Note on 4r"));
  await user.click(screen.getByRole("button", { name: "Take it off" }));
  expect(sent).toMatchObject([{ text: "" }]);
  unmount();
  shown({ ...NOTE, now: at("") });
  expect(screen.getByRole("button", { name: "Write a note for KL-05" })).toBeTruthy();
  expect(screen.getByText("taken off")).toBeTruthy();
});

test.each([
  [
    "somebody else has written meanwhile",
    {
      trouble: { kind: "changed-meanwhile", text: "Per has written something else.", remedy: "Look at it." },
    },
    /Per has written something else\. Look at it\./,
  ],
  ["the server is dead", undefined, /does not answer/],
])("%s: it is said, and what was typed stays", async (_, answers, words) => {
  const user = userEvent.setup();
  answer = answers;
  shown(undefined);
  await user.click(screen.getByRole("button", { name: "Write a note for KL-05" }));
  await user.type(screen.getByLabelText("Note on 4r"), "Mine.");
  await user.click(screen.getByRole("button", { name: "Keep it" }));
  expect((await screen.findByRole("alert")).textContent).toMatch(words);
  expect(screen.getByLabelText<HTMLTextAreaElement>("Note on 4r").value).toBe("Mine.");
  await user.click(screen.getByRole("button", { name: "Leave it" }));
  expect(screen.queryByLabelText("Note on 4r")).toBeNull();
});

test("who may only read sees it and is offered nothing", () => {
  shown(NOTE, "reader");
  expect(screen.getByText("Below 1.5 s the tiles slip.")).toBeTruthy();
  expect(screen.queryByRole("button")).toBeNull();
});
