import { describe, expect, test } from "@jest/globals";
import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { definitionFor } from "@/core/definition";
import { planRestore, USUAL_CHOICES, type PlanChoices } from "@/core/restore";
import { factorySet, valuesByCode } from "@/core/set";
import { plover, rill } from "@/families/testing";
import { withPage } from "@/features/testing";
import { PlanTable } from "./plan-table";

withPage();

const live = valuesByCode(factorySet(rill, "R-030"));
const recorded = new Map([...live, ["1r", 250], ["4r", 180], ["3m", 1100], ["1n", 11]] as const);

/** The plan as it is drawn, and what a person chose last. */
function shown(
  choices: PlanChoices = USUAL_CHOICES,
  locked = false,
): { chosen: () => PlanChoices | undefined } {
  let chosen: PlanChoices | undefined;
  render(
    <PlanTable
      plan={planRestore(rill, "R-030", recorded, live, choices)}
      choices={choices}
      byCode={rill.byCode}
      onChoose={(next) => (chosen = next)}
      locked={locked}
    />,
  );
  return { chosen: () => chosen };
}
const lineOf = (code: string): HTMLElement =>
  screen.getByLabelText(`Write ${code}`).closest<HTMLElement>("tr")!;

describe("the plan of a restore", () => {
  test("says of each write what the drive holds now and what it will hold, with the unit; and of one that will be refused why", () => {
    shown();
    expect(lineOf("1r").textContent).toMatch(/5\.00 s.*→.*2\.50 s/);
    expect(lineOf("3m").textContent).toMatch(/Outside what this drive allows: .*at most 10\.80 A/);
    const order = within(screen.getByRole("table", { name: "Plan" }))
      .getAllByRole("checkbox")
      .map((each) => each.getAttribute("aria-label"));
    expect(order.at(-1)).toBe("Write 1n");
  });

  test("one line is left out by hand, and taken along again", async () => {
    const user = userEvent.setup();
    const { chosen } = shown();
    await user.click(screen.getByLabelText("Write 4r"));
    expect(chosen()).toEqual({ ...USUAL_CHOICES, leaveOut: ["4r"] });
  });

  test("what is left out stands below with its reason; what was left out by hand can be taken along", async () => {
    const user = userEvent.setup();
    const { chosen } = shown({ ...USUAL_CHOICES, communication: false, leaveOut: ["4r"] });
    expect(screen.getByText("2 differ and are left out")).toBeTruthy();
    expect(screen.getByText("communication setting, left out by choice")).toBeTruthy();
    await user.click(screen.getByText("2 differ and are left out"));
    await user.click(screen.getByRole("button", { name: "Take along" }));
    expect(chosen()!.leaveOut).toEqual([]);
  });

  test("a whole reason is left out in one go", async () => {
    const user = userEvent.setup();
    const { chosen } = shown();
    await user.click(screen.getByLabelText("communication settings, written last"));
    expect(chosen()).toEqual({ ...USUAL_CHOICES, communication: false });
  });

  test("locked, nothing can be changed any more", async () => {
    const user = userEvent.setup();
    const { chosen } = shown({ ...USUAL_CHOICES, leaveOut: ["4r"] }, true);
    for (const each of screen.getAllByRole("checkbox")) await user.click(each);
    expect(screen.queryByRole("button", { name: "Take along" })).toBeNull();
    expect(chosen()).toBeUndefined();
  });

  test("what somebody wrote down about a parameter stands beside it; a note that was taken off does not", () => {
    const at = (text: string) => ({ at: 0, byName: "Marta Lund", text });
    render(
      <PlanTable
        plan={planRestore(rill, "R-030", recorded, live)}
        choices={USUAL_CHOICES}
        byCode={rill.byCode}
        notes={
          new Map([
            ["1r", { code: "1r", now: at("Below 2 s the tiles slip."), before: [] }],
            ["4r", { code: "4r", now: at(""), before: [at("Old words.")] }],
          ])
        }
        onChoose={() => undefined}
        locked={false}
      />,
    );
    expect(lineOf("1r").textContent).toContain("Below 2 s the tiles slip. (Marta Lund)");
    expect(screen.queryByText(/Old words/)).toBeNull();
    expect(screen.getAllByRole("img", { name: "has a note" })).toHaveLength(1);
  });

  test("nothing to write is said", () => {
    render(
      <PlanTable
        plan={planRestore(rill, "R-030", live, live)}
        choices={USUAL_CHOICES}
        byCode={rill.byCode}
        onChoose={() => undefined}
        locked={false}
      />,
    );
    expect(screen.getByText(/Nothing has to be written/)).toBeTruthy();
  });
});

describe("which part of a drive", () => {
  const rack = definitionFor(plover, { firmware: "2.4", axes: 2, options: [] });
  const own = valuesByCode(factorySet(rack, "P-06"));
  test("of a rack one axis alone can be chosen, and the whole drive again", async () => {
    let chosen: PlanChoices | undefined;
    const table = (choices: PlanChoices) => (
      <PlanTable
        plan={planRestore(rack, "P-06", own, own, choices)}
        choices={choices}
        byCode={rack.byCode}
        onChoose={(next) => (chosen = next)}
        locked={false}
      />
    );
    const { rerender } = render(table(USUAL_CHOICES));
    expect(screen.getByLabelText<HTMLInputElement>("the whole drive").checked).toBe(true);
    await userEvent.click(screen.getByLabelText("axis 2 alone"));
    expect(chosen!.part).toEqual({ axes: [2] });
    rerender(table(chosen!));
    expect(screen.getByLabelText<HTMLInputElement>("axis 2 alone").checked).toBe(true);
    await userEvent.click(screen.getByLabelText("the whole drive"));
    expect(chosen!.part).toBeUndefined();
  });
  test("a drive of one axis and one set is not asked about", () => {
    shown();
    expect(screen.queryByText("Restore")).toBeNull();
  });
});
