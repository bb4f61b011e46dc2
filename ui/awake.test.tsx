import { TextEncoder } from "node:util";
import { afterEach, expect, test } from "@jest/globals";
import { act, cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ReactElement } from "react";
import { hydrateRoot } from "react-dom/client";
import { Button } from "./button";
import { FindField } from "./find-field";
import { Select } from "./select";

afterEach(() => {
  cleanup();
  document.body.replaceChildren();
});

/** The page as the server sends it, before its program runs. */
async function asSent(page: ReactElement): Promise<HTMLElement> {
  globalThis.TextEncoder ??= TextEncoder as typeof globalThis.TextEncoder;
  const { renderToString } = await import("react-dom/server.edge");
  const place = document.createElement("main");
  place.innerHTML = renderToString(page);
  document.body.append(place);
  return place;
}

test("what would be forgotten cannot be pressed, chosen or typed before the page hears it; then it can", async () => {
  const pressed: string[] = [];
  const page = (
    <>
      <Button onClick={() => pressed.push("button")}>Do it</Button>
      <Select label="Area" value="a" onChange={() => pressed.push("select")}>
        <option>a</option>
        <option>b</option>
      </Select>
      <FindField label="Find" told value="" onValue={(value) => pressed.push(value)} placeholder="" />
    </>
  );
  const place = await asSent(page);
  const user = userEvent.setup();
  const button = screen.getByRole<HTMLButtonElement>("button", { name: "Do it" });
  const select = screen.getByLabelText<HTMLSelectElement>("Area");
  const find = screen.getByLabelText<HTMLInputElement>("Find");
  expect([button.disabled, select.disabled, find.readOnly]).toEqual([true, true, true]);
  await act(() => void hydrateRoot(place, page));
  expect([button.disabled, select.disabled, find.readOnly]).toEqual([false, false, false]);
  await user.click(button);
  await user.selectOptions(select, "b");
  await user.type(find, "x");
  expect(pressed).toEqual(["button", "select", "x"]);
});

test("what is not to be pressed stays so", () => {
  render(
    <>
      <Button disabled>Never</Button>
      <fieldset disabled>
        <Button>Of another</Button>
      </fieldset>
    </>,
  );
  expect(screen.getByRole<HTMLButtonElement>("button", { name: "Never" }).disabled).toBe(true);
  expect(screen.getByRole("button", { name: "Of another" }).matches(":disabled")).toBe(true);
});
