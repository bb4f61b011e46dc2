import { expect, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import { AppRouterContext } from "next/dist/shared/lib/app-router-context.shared-runtime";
import type { ConnectionView } from "@/core/contract";
import type { SignedView } from "@/features/checklist/go-through";
import { RoleProvider } from "@/features/house/rights";
import { InPlant, withPage } from "@/features/testing";
import { AfterStart, type AfterStartView } from "./after-start";

withPage();
const text = (): string => document.body.textContent!.replace(/\s+/g, " ");
const OPEN: AfterStartView = { reloads: "The line controller, at its start", record: 9 };
const HERE = { id: "a", phase: "connected" } as ConnectionView;
const compared = (done: boolean, value: string): SignedView => ({
  which: "controller-start",
  ticks: [{ text: "Compared", done, value }],
  why: "",
  at: done ? 2 : 1,
  byName: "Ines Varga",
});

function show(
  open: AfterStartView | undefined,
  here: ConnectionView | undefined,
  came: SignedView[] = [],
  role: "technician" | "reader" = "technician",
): void {
  document.body.innerHTML = "";
  render(
    <InPlant>
      <AppRouterContext value={{} as never}>
        <RoleProvider role={role}>
          <AfterStart receipt={1} open={open} here={here} compared={came} />
        </RoleProvider>
      </AppRouterContext>
    </InPlant>,
  );
}

test("a restore is not done before it was compared; who has no drive in hand is told to connect it", () => {
  show(OPEN, HERE);
  expect(text()).toContain("Not done yet: compare it once more after the controller's next start");
  expect(text()).toContain("The line controller, at its start");
  expect(screen.getByRole("button", { name: /It has started: read the drive and compare/ })).toBeTruthy();
  show(OPEN, undefined);
  expect(screen.queryByRole("button")).toBeNull();
  expect(screen.getByRole("link", { name: "connect the drive" })).toBeTruthy();
});

test("otherwise than restored names the likely author; as restored asks for nothing more", () => {
  show(OPEN, HERE, [compared(false, "1 of 175 settings otherwise than in record 9: 1r")]);
  expect(text()).toContain("After the controller's start it was otherwise than restored");
  expect(text()).toContain("The likeliest author is what has just started.");
  show(OPEN, HERE, [compared(false, "1 otherwise"), compared(true, "all 175 settings as in record 9")]);
  expect(text()).toContain("After the controller's start it was as restored");
  expect(text()).not.toContain("likeliest author");
});

test("a reader follows and is offered nothing; what was compared stays when nothing is open any more", () => {
  show(OPEN, HERE, [], "reader");
  expect(screen.queryByRole("button", { name: /compare/ })).toBeNull();
  show(undefined, HERE, [compared(true, "all 175 settings as in record 9")]);
  expect(text()).toContain("all 175 settings as in record 9");
  expect(screen.queryByRole("button")).toBeNull();
  show(undefined, HERE);
  expect(text()).toBe("");
});
