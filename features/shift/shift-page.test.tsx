import { beforeEach, expect, test } from "@jest/globals";
import { render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { AppRouterContext } from "next/dist/shared/lib/app-router-context.shared-runtime";
import type { ComponentProps } from "react";
import type { PlantRole } from "@/core/contract";
import { RoleProvider } from "@/features/house/rights";
import { InPlant, sentIn, withPage, withServer } from "@/features/testing";
import { ShiftPage } from "./shift-page";

withPage();

type Shifts = ComponentProps<typeof ShiftPage>["shifts"];
let answer: object;
let refreshed: number;
const asked = withServer(() => answer);
beforeEach(() => {
  answer = { value: null };
  refreshed = 0;
});
const shift = (more: Partial<Shifts[number]> = {}): Shifts[number] => ({
  id: 3,
  at: Date.UTC(2026, 2, 14, 13),
  byName: "Tomas Lind",
  own: false,
  text: "GL-05 smells.\nLook at its fan.",
  open: [{ text: "A restore waits at KL-03.", href: "/restore/7" }],
  accepted: undefined,
  ...more,
});
const show = (
  { open = [], shifts = [] }: Partial<ComponentProps<typeof ShiftPage>>,
  role: PlantRole = "technician",
) =>
  render(
    <AppRouterContext value={{ refresh: () => (refreshed += 1) } as never}>
      <RoleProvider role={role}>
        <InPlant>
          <ShiftPage open={open} shifts={shifts} />
        </InPlant>
      </RoleProvider>
    </AppRouterContext>,
  );

test("what is open leads to where it is worked at, with whose it is; nothing open says what was looked at", () => {
  const { unmount } = show({
    open: [{ kind: "restore", text: "A restore waits at KL-03.", href: "/restore/7", byName: "Tomas Lind" }],
  });
  expect(screen.getByRole("heading", { name: "Open now: 1" })).toBeTruthy();
  expect(screen.getByRole("link", { name: "A restore waits at KL-03." }).getAttribute("href")).toBe(
    "/plants/tarn-hollow/restore/7",
  );
  unmount();
  show({});
  expect(screen.getByText(/No restore, no value that a power-off takes away/)).toBeTruthy();
});

test("a shift that could not be handed over leaves its words, to be sent again", async () => {
  const user = userEvent.setup();
  show({});
  answer = { trouble: { kind: "lost", text: "The database does not answer.", remedy: "Try again." } };
  const words = screen.getByLabelText<HTMLTextAreaElement>(/has to know beside this/);
  await user.type(words, "GL-05 smells.");
  await user.click(screen.getByRole("button", { name: "Hand the shift over" }));
  await waitFor(() => expect(asked).toHaveLength(1));
  expect(words.value).toBe("GL-05 smells.");
  expect(refreshed).toBe(0);
  answer = { value: null };
  await user.click(screen.getByRole("button", { name: "Hand the shift over" }));
  await waitFor(() => expect(refreshed).toBe(1));
  expect(sentIn(asked)).toEqual([{ text: "GL-05 smells." }, { text: "GL-05 smells." }]);
  expect(words.value).toBe("");
});

test("another's shift is accepted by name; one's own is not, and what is accepted says by whom", async () => {
  const user = userEvent.setup();
  show({
    shifts: [
      shift(),
      shift({ id: 2, own: true }),
      shift({ id: 1, accepted: { at: Date.UTC(2026, 2, 13, 13), byName: "Ines Varga" } }),
    ],
  });
  const lines = screen.getAllByRole("listitem").filter((each) => each.textContent.includes("Tomas Lind"));
  expect(lines.map((each) => within(each).queryByRole("button") !== null)).toEqual([true, false, false]);
  expect(lines[1]!.textContent).toContain("not accepted yet");
  expect(lines[2]!.textContent).toContain("accepted by Ines Varga, 13 Mar 2026");
  await user.click(within(lines[0]!).getByRole("button", { name: "I take it over" }));
  await waitFor(() => expect(refreshed).toBe(1));
  expect(asked.map((each) => each.path)).toEqual(["/api/plants/tarn-hollow/shifts/3/accept"]);
});

test("a reader sees the shifts and is offered neither to hand over nor to accept", () => {
  show({ shifts: [shift()] }, "reader");
  expect(screen.getByText(/GL-05 smells/)).toBeTruthy();
  expect(screen.queryByRole("button")).toBeNull();
  expect(screen.queryByRole("textbox")).toBeNull();
});
