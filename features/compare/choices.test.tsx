/** @jest-environment jsdom */
import { afterEach, expect, jest, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ComponentProps } from "react";
import { InPlant, withPage, withServer } from "@/features/testing";
import { Choices } from "./choices";

withPage();
withServer(() => undefined);
afterEach(() => {
  jest.restoreAllMocks();
});

function inOneHand(): void {
  jest
    .spyOn(window, "matchMedia")
    .mockReturnValue({ matches: true, addEventListener() {}, removeEventListener() {} } as never);
}
const shown = (tokens: string[], on: Partial<ComponentProps<typeof Choices>> = {}) =>
  render(
    <Choices
      tokens={tokens}
      twins={[{ name: "Kiln rollers", tags: ["KL-01", "KL-02"] }]}
      byMeaning={false}
      onAdd={() => undefined}
      onShow={() => undefined}
      onBy={() => undefined}
      {...on}
    />,
    { wrapper: InPlant },
  );

test("twins are set beside each other in one press, and everything is taken away in another", async () => {
  const all: string[][] = [];
  shown(["KL-01:standing"], { onShow: (tokens) => all.push(tokens) });
  await userEvent.click(screen.getByRole("button", { name: "Twins: Kiln rollers" }));
  await userEvent.click(screen.getByRole("button", { name: "Clear" }));
  expect(all).toEqual([["KL-01:standing", "KL-02:standing"], []]);
  // One alone is no comparison that could be printed.
  expect(screen.queryByText(/Differences as/)).toBeNull();
});

test("in one hand what stands beside each other has the room; the choices come when they are asked for", async () => {
  inOneHand();
  shown(["KL-01:standing", "KL-04:standing"]);
  expect(screen.queryByLabelText("Position")).toBeNull();
  await userEvent.click(screen.getByRole("button", { name: "Add, leave out or print ..." }));
  expect(screen.getByLabelText("Position")).toBeTruthy();
  expect(screen.getByText(/Differences as/)).toBeTruthy();
});
test("in one hand with nothing to read yet the choices are there", () => {
  inOneHand();
  shown(["KL-01:standing"]);
  expect(screen.getByLabelText("Position")).toBeTruthy();
});
