import { beforeEach, expect, jest, test } from "@jest/globals";
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { AppRouterContext } from "next/dist/shared/lib/app-router-context.shared-runtime";
import { RoleProvider } from "@/features/house/rights";
import { InPlant, sentIn, withPage, withServer } from "@/features/testing";
import { GoThrough, type SignedView } from "./go-through";

withPage();
let refused = false;
const asked = withServer(() =>
  refused
    ? { trouble: { kind: "changed-meanwhile", text: "The list was changed meanwhile.", remedy: "Look." } }
    : { value: null },
);
const refresh = jest.fn();
beforeEach(() => {
  refused = false;
  refresh.mockClear();
});

// Two lines may say the same: each is ticked by itself.
const LINES = ["Direction", "Guard closed", "Guard closed", "Deceleration from 50 Hz, s:"];
const page = (lines: string[], signed: SignedView[] = [], role: "technician" | "reader" = "technician") => (
  <AppRouterContext value={{ refresh } as never}>
    <InPlant>
      <RoleProvider role={role}>
        <GoThrough receipt={7} which="acceptance" lines={lines} signed={signed} />
      </RoleProvider>
    </InPlant>
  </AppRouterContext>
);
const sign = () => screen.getByRole("button", { name: "I have gone through it" });

test("each line is ticked or left out with a reason; a value that is asked for ticks its line", async () => {
  const user = userEvent.setup();
  render(page(LINES));
  expect(screen.getByText("4 lines are left out: say why.")).toBeTruthy();
  expect(sign()).toHaveProperty("disabled", true);
  await user.click(screen.getByLabelText("Direction"));
  await user.click(screen.getAllByLabelText("Guard closed")[1]!);
  await user.type(screen.getByRole("textbox", { name: "Deceleration from 50 Hz, s:" }), "1.8");
  await user.type(screen.getByLabelText("Why one line is left out"), "Door is off");
  await user.click(sign());
  await waitFor(() => expect(refresh).toHaveBeenCalled());
  expect(sentIn(asked)).toEqual([
    {
      which: "acceptance",
      ticks: [
        { text: "Direction", done: true },
        { text: "Guard closed", done: false },
        { text: "Guard closed", done: true },
        { text: "Deceleration from 50 Hz, s:", done: true, value: "1.8" },
      ],
      why: "Door is off",
    },
  ]);
});

test("a list that was changed meanwhile is asked for anew, and gone through from its beginning", async () => {
  refused = true;
  const user = userEvent.setup();
  const { rerender } = render(page(["Direction"]));
  await user.click(screen.getByLabelText("Direction"));
  await user.click(sign());
  await waitFor(() => expect(refresh).toHaveBeenCalled());
  rerender(page(["Direction", "Brake"]));
  expect(screen.getAllByRole("checkbox").map((each) => (each as HTMLInputElement).checked)).toEqual([
    false,
    false,
  ]);
});

test("what was left out stays in sight with its reason; whoever may not restore signs nothing", () => {
  const ticks = [
    { text: "Direction", done: true },
    { text: "Brake", done: false },
  ];
  const signed = { which: "acceptance" as const, ticks, why: "No load today", at: 0, byName: "Tomas Lind" };
  const { unmount } = render(page(["Direction", "Brake"], [signed]));
  expect(screen.getByText(/Tomas Lind.*1 of 2, 1 left out.*No load today/)).toBeTruthy();
  expect(screen.queryByRole("button")).toBeNull();
  unmount();
  render(page(["Direction"], [], "reader"));
  expect(screen.getByText(": nobody has gone through it")).toBeTruthy();
  expect(screen.queryByRole("checkbox")).toBeNull();
});
