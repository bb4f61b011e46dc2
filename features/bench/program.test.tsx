import { describe, expect, test } from "@jest/globals";
import { fireEvent, render, screen } from "@testing-library/react";
import { AppRouterContext } from "next/dist/shared/lib/app-router-context.shared-runtime";
import type { ConnectionView } from "@/core/contract";
import { RoleProvider } from "@/features/house/rights";
import { InPlant, withPage } from "@/features/testing";
import { Program, type KeptView, type ProgramView } from "./program";

withPage();

const view = (more: Partial<ConnectionView> = {}): ConnectionView => ({
  id: "a",
  linkName: "Sorting",
  link: { kind: "canopen-gateway", host: "10.0.0.9", port: 7000, net: 1, inFlight: 8 },
  unit: 1,
  phase: "connected",
  fit: "fits",
  since: 0,
  position: { tag: "SO-02", title: "Stacker rack" },
  ...more,
});
const kept = (identification: number, name = "stacker-7.bin"): KeptView => ({
  attachment: 4,
  name,
  note: "Version 7",
  byName: "Ines Varga",
  at: 0,
  looked: { ok: true, identification },
});

function show(program: Partial<ProgramView>, of = view()): string {
  const told: ProgramView = {
    about: "One program.",
    facts: undefined,
    kept: [],
    readsBack: true,
    reachable: true,
  };
  render(
    <InPlant>
      <AppRouterContext value={{} as never}>
        <RoleProvider role="technician">
          <Program view={of} program={{ ...told, ...program }} />
        </RoleProvider>
      </AppRouterContext>
    </InPlant>,
  );
  return document.body.textContent!;
}
const button = (name: RegExp) => screen.queryByRole("button", { name });

describe("the drive's own program", () => {
  test("present, enabled and running are said apart; what is not told is not told", () => {
    const text = show({ facts: { present: true, enabled: false, identification: 0xcbf43926 } });
    expect(text).toMatch(/a program is present \(CBF43926\); not enabled; whether it runs not told/);
    expect(text).toContain("No kept file is the same.");
    // Whether it runs is not known: it may be stopped, and is not started on a guess.
    expect(button(/^Start its program/)).toBeNull();
    expect(button(/^Stop its program/)).toBeTruthy();
    expect(button(/^Read it back and keep it/)).toBeTruthy();
  });

  test("a kept file that is the same proves it: it is not put on again, and nothing is to be read back", () => {
    const text = show({
      facts: { present: true, enabled: true, running: false, identification: 7 },
      kept: [kept(7), { ...kept(8, "older.bin"), attachment: 3 }],
    });
    expect(text).toContain("A kept file is the same.");
    expect(text).toContain("00000007: the same as in the drive");
    expect(screen.getAllByRole("button", { name: /^Put it on/, hidden: true })).toHaveLength(1);
    expect(button(/^Read it back/)).toBeNull();
  });

  test("a kept file that is not for this drive says why, and cannot be put on", () => {
    const bad = { ...kept(0), looked: { ok: false as const, found: "It is not whole.", remedy: "Copy it." } };
    const text = show({ facts: { present: false, enabled: false, running: false }, kept: [bad] });
    expect(text).toContain("It is not whole.");
    expect(button(/^Put it on/)).toBeNull();
    expect(button(/^Start its program/)).toBeNull();
    expect(button(/^Take its program off/)).toBeNull();
  });

  test("taken off without a kept file a reason is asked for first", async () => {
    show({ facts: { present: true, enabled: true, running: true, identification: 7 } });
    fireEvent.click(button(/^Take its program off/)!);
    const go = await screen.findByRole<HTMLButtonElement>("button", { name: "Go on to the check" });
    expect(go.disabled).toBe(true);
    fireEvent.change(screen.getByLabelText("Why no file of it is kept"), { target: { value: "A trial." } });
    expect(go.disabled).toBe(false);
  });

  test("of a drive that is lost, or stands nowhere, nothing is offered; without a way over the link nothing can be done", () => {
    expect(show({}, view({ phase: "lost" }))).toBe("");
    expect(show({}, view({ position: undefined }))).toBe("");
    show({ facts: { present: true, running: true }, reachable: false });
    expect(button(/program/)).toBeNull();
  });
});
