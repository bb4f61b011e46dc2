import { expect, test } from "@jest/globals";
import { render, screen, within } from "@testing-library/react";
import { withPage } from "@/features/testing";
import { OutcomeTable, type OutcomeRow } from "./outcome-table";

withPage();

const row = (code: string, verdict: OutcomeRow["verdict"], said?: string): OutcomeRow => ({
  code,
  name: `Value ${code}`,
  from: "1 s",
  to: "2 s",
  readBack: "2 s",
  verdict,
  said,
});
const ROWS = [row("1r", "verified"), row("4r", "refused", "It answered: not now.")];
const line = (code: string): HTMLElement =>
  screen.getByText(code, { exact: true }).closest<HTMLElement>("tr")!;

test("what was read back as it was meant is proved; what was refused says what the drive answered", () => {
  render(<OutcomeTable title="Values" rows={ROWS} heads={["Given up", "In the permanent memory"]} />);
  expect(within(line("1r")).getByText("✓")).toBeTruthy();
  expect(line("1r").textContent).toMatch(/1 s.*→ 2 s.*Read back: 2 s.*verified/);
  expect(within(line("4r")).queryByText("✓")).toBeNull();
  expect(line("4r").textContent).toContain("It answered: not now.");
  expect(screen.getByRole("columnheader", { name: "Given up" })).toBeTruthy();
});

test("of what was only rehearsed nothing is called proved", () => {
  render(<OutcomeTable title="Would be written" rows={ROWS} rehearsed />);
  expect(line("1r").textContent).toContain("as planned");
  expect(document.body.textContent).not.toMatch(/✓|verified/);
});
