import { beforeEach, describe, expect, test } from "@jest/globals";
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { CarryLineView } from "@/core/contract";
import { withPage } from "@/features/testing";
import { CarryRow } from "./carry-row";
import { useDecisions, type Said } from "./use-decisions";

withPage();
beforeEach(() => window.sessionStorage.clear());

const LINE: CarryLineView = {
  id: "1t → TM111",
  outcome: "decide",
  from: [{ code: "1t", name: "Input 1", text: "3 · Enable" }],
  to: [
    {
      code: "TM111",
      name: "Input 1, function",
      text: "1 · Run forward",
      factory: "1 · Run forward",
      choices: [
        { value: 0, text: "Not used" },
        { value: 1, text: "Run forward" },
      ],
    },
  ],
  offersFactory: true,
  reason: "“Enable” has no counterpart.",
  asks: "decide",
};
const NUMBER: CarryLineView = {
  ...LINE,
  id: "24r → RA307",
  outcome: "out-of-range",
  from: [{ code: "24r", name: "Brake opens at current", text: "40.5 %" }],
  to: [{ code: "RA307", name: "Brake opens at current", text: "41 %", factory: "30 %" }],
  offersFactory: false,
  reason: "RA307 goes in coarser steps: 41 %.",
};
const LET_GO: CarryLineView = { ...LINE, id: "9t →", outcome: "no-counterpart", to: [], asks: "look" };

function Rows({ lines }: { lines: CarryLineView[] }) {
  const { said, say } = useDecisions("seal");
  return (
    <ul>
      {lines.map((line) => (
        <CarryRow
          key={line.id}
          line={line}
          said={said.get(line.id)}
          onSay={(words: Said | undefined) => say([line], words)}
        />
      ))}
    </ul>
  );
}
const row = (name: string): HTMLElement => screen.getByRole("listitem", { name });

describe("a line of the account", () => {
  test("by keyboard alone: taken, left at the factory's value, on to the next with the arrows", async () => {
    const user = userEvent.setup();
    render(<Rows lines={[NUMBER, LET_GO]} />);
    row("24r to RA307").focus();
    await user.keyboard("t");
    expect(row("24r to RA307").textContent).toContain("taken as offered");
    await user.keyboard("f");
    expect(row("24r to RA307").textContent).toContain("factory value");
    expect(row("24r to RA307").textContent).toContain("30 %");
    await user.keyboard("{ArrowUp}t");
    expect(row("24r to RA307").textContent).toContain("taken as offered");
  });

  test("what is let go is seen, not taken", async () => {
    const user = userEvent.setup();
    render(<Rows lines={[LET_GO]} />);
    expect(screen.queryByRole("button", { name: "Factory value" })).toBeNull();
    await user.click(screen.getByRole("button", { name: "Seen: it is let go" }));
    expect(row("9t to").textContent).toContain("✓");
  });

  test("where the factory's value is offered there is nothing else to take", () => {
    render(<Rows lines={[LINE]} />);
    expect(screen.queryByRole("button", { name: "Take it" })).toBeNull();
  });

  test("typed: a choice by its words, and it stays over a reload; Escape leaves it as it was", async () => {
    const user = userEvent.setup();
    const first = render(<Rows lines={[LINE]} />);
    await user.click(screen.getByRole("button", { name: "Type ..." }));
    await user.keyboard("{Escape}");
    expect(row("1t to TM111").textContent).toContain("○");
    await user.click(screen.getByRole("button", { name: "Type ..." }));
    await user.selectOptions(screen.getByRole("combobox"), "0");
    await user.click(screen.getByRole("button", { name: "So" }));
    expect(row("1t to TM111").textContent).toMatch(/0 · Not used.*typed/);
    first.unmount();
    render(<Rows lines={[LINE]} />);
    expect(row("1t to TM111").textContent).toMatch(/0 · Not used.*typed/);
  });

  test("a line that asks nothing offers nothing", () => {
    render(<Rows lines={[{ ...NUMBER, asks: undefined }]} />);
    expect(screen.queryAllByRole("button")).toEqual([]);
  });

  test("decisions that were kept in another shape are forgotten, not a fault", () => {
    window.sessionStorage.setItem("carry-over seal", "{not json");
    render(<Rows lines={[NUMBER]} />);
    expect(row("24r to RA307").textContent).toContain("○");
  });
});
