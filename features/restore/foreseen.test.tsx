import { describe, expect, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import { planOperation } from "@/core/restore";
import { factorySet, valuesByCode } from "@/core/set";
import { rill } from "@/families/testing";
import { withPage } from "@/features/testing";
import { Fates, Foreseen } from "./foreseen";

withPage();
const factory = valuesByCode(factorySet(rill, "R-030"));
const live = new Map([...factory, ["1r", 250]] as const);
const facts = { definition: rill, rating: "R-030", live, permanent: factory };

describe("what will be otherwise", () => {
  test("of a power-off: what is given up, and what stands in the permanent memory, with units", () => {
    render(<Foreseen operation="power-off" plan={planOperation("power-off", facts)} byCode={rill.byCode} />);
    const row = screen.getByText("Acceleration time").closest("tr")!;
    expect(row.textContent).toMatch(/1rAcceleration time2\.50 s→5\.00 s/);
    expect(screen.getByText("Now, given up")).toBeTruthy();
  });
  test("which values is not told: that is said, and no empty table stands for it", () => {
    const plan = planOperation("make-permanent", { ...facts, permanent: undefined });
    render(<Foreseen operation="make-permanent" plan={plan} byCode={rill.byCode} />);
    expect(screen.getByText(/Which values are volatile is not told/)).toBeTruthy();
    expect(screen.queryByRole("table")).toBeNull();
  });
  test("nothing to change is said in words", () => {
    const plan = planOperation("factory-reset", { ...facts, live: factory });
    render(<Foreseen operation="factory-reset" plan={plan} byCode={rill.byCode} />);
    expect(screen.getByText("Every setting whose factory value is told has it already.")).toBeTruthy();
  });
});

test("what a reset does beside the values: kept, reset, has none, and not told, never an empty line", () => {
  render(
    <Fates
      fates={{
        communication: "reset",
        answersAt: "it answers at its factory address 1.",
        effects: { commutation: "none", home: "reset", access: "kept" },
      }}
    />,
  );
  const said = (title: string): string => screen.getByText(title).nextElementSibling!.textContent!;
  expect(said("Communication")).toBe("reset: it answers at its factory address 1.");
  expect(said("Commutation angle")).toBe("this family has none");
  expect(said("Home position")).toBe("reset");
  expect(said("Access levels and passwords")).toBe("kept");
  expect(said("Safe functions")).toContain("not told");
  expect(said("How its list is numbered")).toContain("not told");
});
