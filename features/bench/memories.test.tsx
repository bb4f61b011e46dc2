import { expect, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import { AppRouterContext } from "next/dist/shared/lib/app-router-context.shared-runtime";
import type { ConnectionView } from "@/core/contract";
import { RoleProvider } from "@/features/house/rights";
import { InPlant, withPage } from "@/features/testing";
import { Memories, type MemoryFacts } from "./memories";

withPage();
const FACTS: MemoryFacts = {
  atOnce: false,
  canMakePermanent: true,
  canReset: true,
  switchOver: undefined,
  volatile: 3,
  written: { operations: 2, most: { code: "1r", times: 1 } },
  bears: 100_000,
};

function said(view: Partial<ConnectionView>, facts: Partial<MemoryFacts> = {}): string {
  document.body.innerHTML = "";
  const whole = {
    id: "a",
    phase: "connected",
    fit: "fits",
    position: { tag: "KL-05", title: "Roller" },
    ...view,
  };
  render(
    <AppRouterContext value={{ push: () => undefined } as never}>
      <InPlant>
        <RoleProvider role="technician">
          <Memories view={whole as ConnectionView} facts={{ ...FACTS, ...facts }} />
        </RoleProvider>
      </InPlant>
    </AppRouterContext>,
  );
  return screen.queryByRole("region", { name: "Memories" })?.textContent?.replace(/\s+/g, " ") ?? "";
}
const state = (volatile: boolean | undefined) => ({ state: { volatile } as ConnectionView["state"] });

test("what would be gone after a power-off is counted only where what was read still counts", () => {
  expect(said(state(true))).toContain("3 values would be gone after a power-off");
  const notTold = "Something is volatile and would be gone after a power-off; which values is not told.";
  expect(said({ ...state(true), outdated: { since: 1, by: "sent" } }, { volatile: 0 })).toContain(notTold);
  expect(said(state(true), { volatile: undefined })).toContain(notTold);
  expect(said(state(undefined))).toContain("Whether something is volatile is not told");
  expect(said(state(false))).toContain("Nothing is volatile");
  expect(said(state(true), { atOnce: true })).toContain("every write is permanent at once");
});

test("what is offered follows what is known: nothing is made permanent that is, nothing is done to a drive that is lost", () => {
  const offered = () => screen.queryAllByRole("button").map((each) => each.textContent);
  said(state(true));
  expect(offered()).toEqual(["Make permanent ...", "Give up by a power-off ...", "Factory reset ..."]);
  said(state(false), { canReset: false });
  expect(offered()).toEqual([]);
  // Not told is not "permanent".
  said(state(undefined), { canReset: false });
  expect(offered()).toHaveLength(2);
  expect(said({ ...state(true), phase: "lost" })).toBe("");
});

test("how often its permanent memory was written is said in words", () => {
  expect(said(state(false))).toContain(
    "written from here in 2 operations, 1r most often: once. Its maker states 100,000 for one value.",
  );
  expect(said(state(false), { written: { operations: 0, most: undefined } })).toContain(
    "never written from here",
  );
});
