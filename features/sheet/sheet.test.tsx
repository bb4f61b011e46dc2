/** @jest-environment jsdom */
import { describe, expect, test } from "@jest/globals";
import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { Column } from "@/core/compare";
import { factorySet, valuesByCode } from "@/core/set";
import { buildSheet } from "@/core/sheet";
import type { RawValue } from "@/core/value";
import { rill } from "@/families/testing";
import { withPage } from "@/features/testing";
import { Sheet } from "./sheet";

withPage();

const column = (
  source: Column["source"],
  changed: Record<string, RawValue> = {},
  without: string[] = [],
): Column => {
  const values = new Map<string, RawValue>([
    ...valuesByCode(factorySet(rill, "R-030")),
    ...Object.entries(changed),
  ]);
  for (const each of without) values.delete(each);
  return { id: source, title: source, source, values };
};
const sheet = buildSheet(rill, "R-030", [
  column("live", { "4r": 99 }, ["5r"]),
  column("record", { "1r": 250, "4r": 180 }),
]);
const codes = (): string[] =>
  screen.getAllByRole("row").flatMap((each) => each.getAttribute("data-code") ?? []);
const rowOf = (code: string): HTMLElement => document.querySelector<HTMLElement>(`[data-code="${code}"]`)!;

describe("a sheet", () => {
  test("draws what is in sight, in the definition's order, under its group", () => {
    render(<Sheet data={sheet} />);
    const drawn = codes();
    expect(drawn.length).toBeGreaterThan(10);
    expect(drawn.length).toBeLessThan(60);
    expect(drawn).toEqual(rill.parameters.map((each) => each.code).slice(0, drawn.length));
    expect(screen.getAllByText(rill.groups[0]!.title).length).toBeGreaterThan(0);
  });

  test("finds by code, name and value; Esc takes the search away; a search that finds nothing says what to do", async () => {
    const user = userEvent.setup();
    render(<Sheet data={sheet} />);
    const find = screen.getByLabelText("Find in this sheet");
    await user.type(find, "17r");
    expect(codes()).toEqual(["17r"]);
    await user.keyboard("{Escape}");
    expect(codes().length).toBeGreaterThan(10);
    await user.type(find, "no such thing");
    expect(codes()).toEqual([]);
    expect(screen.getByText("No row fits.")).toBeTruthy();
  });

  test("shows only what differs, each with its verdict; what was not read differs from nothing, and is said", async () => {
    const user = userEvent.setup();
    render(<Sheet data={sheet} />);
    const choices = screen.getByRole("radiogroup", { name: "Rows shown" });
    await user.click(within(choices).getByRole("radio", { name: /Differences/ }));
    expect(codes()).toEqual(["1r", "4r"]);
    expect(rowOf("1r").textContent).toContain("back to default");
    expect(rowOf("4r").textContent).toContain("changed on the drive");
    await user.click(within(choices).getByRole("radio", { name: /All/ }));
    await user.type(screen.getByLabelText("Find in this sheet"), "5r");
    expect(rowOf("5r").textContent).toContain("not read");
    const cells = within(rowOf("5r")).getAllByRole("gridcell");
    expect(cells.every((each, i) => i === 0 || each.textContent !== "")).toBe(true);
  });

  test("is gone through with the arrow keys; the row in hand is told in full", async () => {
    const user = userEvent.setup();
    render(<Sheet data={sheet} />);
    screen.getByRole("grid", { name: "Parameters" }).focus();
    await user.keyboard("{ArrowDown}{ArrowDown}{ArrowUp}");
    const selected = screen.getAllByRole("row", { selected: true });
    expect(selected.map((each) => each.getAttribute("data-code"))).toEqual(["1a"]);
    const help = rill.byCode.get("1a")!.help;
    expect(help).not.toBe("");
    expect(screen.getByText(new RegExp(help.slice(0, 20)))).toBeTruthy();
    await user.keyboard("{Escape}");
    expect(screen.queryAllByRole("row", { selected: true })).toEqual([]);
  });
});
