import { expect, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { withPage } from "@/features/testing";
import { WriteDown } from "./write-down";

withPage();

/** The question as it is asked, and what was sent or whether it was left. */
function asked(): { sent: string[]; left: () => number } {
  const sent: string[] = [];
  let left = 0;
  render(
    <WriteDown
      title="Raise record 7"
      ask="Why?"
      verb="Raise it"
      onSend={(text) => sent.push(text)}
      onClose={() => (left += 1)}
    />,
  );
  return { sent, left: () => left };
}

test("a reason is sent without the spaces around it", async () => {
  const user = userEvent.setup();
  const { sent } = asked();
  await user.type(await screen.findByLabelText("Why?"), "  commissioned  ");
  await user.click(screen.getByRole("button", { name: "Raise it" }));
  expect(sent).toEqual(["commissioned"]);
});

test("spaces are no reason, nor are two letters: nothing can be sent", async () => {
  const user = userEvent.setup();
  const { sent } = asked();
  await user.type(await screen.findByLabelText("Why?"), "     ab  ");
  const send = screen.getByRole<HTMLButtonElement>("button", { name: "Raise it" });
  expect(send.disabled).toBe(true);
  await user.click(send);
  expect(sent).toEqual([]);
});

test("it can be left, by button and by Esc", async () => {
  const user = userEvent.setup();
  const { sent, left } = asked();
  await user.type(await screen.findByLabelText("Why?"), "never mind");
  await user.click(screen.getByRole("button", { name: "Leave it" }));
  await user.keyboard("{Escape}");
  expect(left()).toBe(2);
  expect(sent).toEqual([]);
});
