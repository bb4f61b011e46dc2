import { describe, expect, test } from "@jest/globals";
import { fireEvent, render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { SearchParamsContext } from "next/dist/shared/lib/hooks-client-context.shared-runtime";
import type { Column } from "@/core/compare";
import { factorySet, valuesByCode } from "@/core/set";
import { buildSheet } from "@/core/sheet";
import type { RawValue } from "@/core/value";
import { hollin, rill } from "@/families/testing";
import { InPlant, withPage } from "@/features/testing";
import { Sheet } from "./sheet";
import { EVERYTHING, viewOf, withView, type View } from "./use-view";

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
    render(<Sheet data={sheet} />, { wrapper: InPlant });
    const drawn = codes();
    expect(drawn.length).toBeGreaterThan(10);
    expect(drawn.length).toBeLessThan(60);
    expect(drawn).toEqual(rill.parameters.map((each) => each.code).slice(0, drawn.length));
    expect(screen.getAllByText(rill.groups[0]!.title).length).toBeGreaterThan(0);
  });

  test("finds by code, name and value; Esc takes the search away; a search that finds nothing says what to do", async () => {
    const user = userEvent.setup();
    render(<Sheet data={sheet} />, { wrapper: InPlant });
    const find = screen.getByLabelText("Find in this sheet");
    await user.type(find, "17r");
    expect(codes()).toEqual(["17r"]);
    await user.keyboard("{Escape}");
    expect(codes().length).toBeGreaterThan(10);
    await user.type(find, "no such thing");
    expect(codes()).toEqual([]);
    expect(screen.getByText("No row fits.")).toBeTruthy();
  });

  test("where nothing differs it is said of how many rows that is not told", () => {
    const whole = column("record");
    const part = { ...column("record", {}, ["1r", "4r", "17r"]), title: "part" };
    const compared = (...columns: Column[]) => (
      <Sheet data={buildSheet(rill, "R-030", columns)} start="differences" />
    );
    const { rerender } = render(compared(part, whole), { wrapper: InPlant });
    expect(codes()).toEqual([]);
    expect(
      screen.getByText(/^Of 3 rows it is not told whether they differ: one column has no value/),
    ).toBeTruthy();
    expect(screen.getByText("No row is known to differ.")).toBeTruthy();
    expect(screen.getByText(/^3 rows not told$/)).toBeTruthy();
    rerender(compared(whole, { ...whole, title: "another" }));
    expect(screen.queryByText(/not told/)).toBeNull();
    expect(screen.getByText("No row differs.")).toBeTruthy();
  });

  test("what is outside of what the family allows is marked, said of the row in hand, and can be shown alone", async () => {
    const user = userEvent.setup();
    const { rerender } = render(<Sheet data={sheet} />, { wrapper: InPlant });
    expect(screen.queryByRole("button", { name: /Outside/ })).toBeNull();
    rerender(<Sheet data={buildSheet(rill, "R-030", [column("record", { "17r": 1500 })])} />);
    await user.click(screen.getByRole("button", { name: "Outside 1" }));
    expect(codes()).toEqual(["17r"]);
    expect(within(rowOf("17r")).getByLabelText("outside of what the family allows")).toBeTruthy();
    await user.click(rowOf("17r"));
    expect(
      screen.getByText(/^Outside of what the family allows: 17r must be at most 100\.0 %\.$/),
    ).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Show all" }));
    expect(codes().length).toBeGreaterThan(10);
  });

  test("shows only what differs, each with its verdict; what was not read differs from nothing, and is said", async () => {
    const user = userEvent.setup();
    render(<Sheet data={sheet} />, { wrapper: InPlant });
    const differences = screen.getByRole("button", { name: /Differences/ });
    await user.click(differences);
    expect(differences.getAttribute("aria-pressed")).toBe("true");
    expect(screen.getByText(/of/, { selector: "span[aria-live]" }).textContent).toMatch(/^2 of 1\d\d rows/);
    expect(screen.getByText(/^1 row not told$/)).toBeTruthy();
    expect(codes()).toEqual(["1r", "4r"]);
    expect(rowOf("1r").textContent).toContain("back to default");
    expect(rowOf("4r").textContent).toContain("changed on the drive");
    await user.click(screen.getByRole("button", { name: "Show all" }));
    await user.type(screen.getByLabelText("Find in this sheet"), "5r");
    expect(rowOf("5r").textContent).toContain("not read");
    const cells = within(rowOf("5r")).getAllByRole("gridcell");
    expect(cells.every((each, i) => i === 0 || each.textContent !== "")).toBe(true);
  });

  test("is gone through with the arrow keys; the row in hand is told in full", async () => {
    const user = userEvent.setup();
    render(<Sheet data={sheet} />, { wrapper: InPlant });
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

  test("says what it took a word for that stands nowhere", async () => {
    const user = userEvent.setup();
    render(<Sheet data={sheet} />, { wrapper: InPlant });
    await user.type(screen.getByLabelText("Find in this sheet"), "decelaration");
    expect(screen.getByRole("status").textContent).toContain("Nothing is called “decelaration”");
    expect(codes()).toContain("4r");
  });

  test("several rows are chosen with Shift and copied as text that a spreadsheet takes", async () => {
    const user = userEvent.setup();
    render(<Sheet data={sheet} />, { wrapper: InPlant });
    screen.getByRole("grid", { name: "Parameters" }).focus();
    await user.keyboard("{ArrowDown}{Shift>}{ArrowDown}{ArrowDown}{/Shift}");
    const chosen = screen
      .getAllByRole("row", { selected: true })
      .map((each) => each.getAttribute("data-code"));
    expect(chosen).toEqual(rill.parameters.slice(0, 3).map((each) => each.code));
    let taken = "";
    const clipboardData = { setData: (_: string, text: string) => (taken = text) };
    fireEvent.copy(screen.getByRole("grid", { name: "Parameters" }), { clipboardData });
    const copied = taken.split("\n");
    expect(copied).toHaveLength(4);
    expect(copied[0]).toBe("Code\tName\tlive\t\trecord\t");
    expect(copied[1]).toMatch(/^1a\tApplication name\tUntitled\t/);
    await user.keyboard("{ArrowDown}");
    expect(screen.getAllByRole("row", { selected: true })).toHaveLength(1);
  });

  test("on paper every row stands that the search leaves, and how many that are of all", async () => {
    const user = userEvent.setup();
    render(<Sheet data={sheet} />, { wrapper: InPlant });
    const all = sheet.groups.flatMap((each) => each.rows.map((row) => row.code));
    expect(codes().length).toBeLessThan(all.length);
    fireEvent(window, new Event("beforeprint"));
    expect(codes()).toEqual(all);
    expect(screen.getByText(`All ${all.length} parameters.`)).toBeTruthy();
    fireEvent(window, new Event("afterprint"));
    expect(codes().length).toBeLessThan(all.length);
    await user.type(screen.getByLabelText("Find in this sheet"), "17r");
    fireEvent(window, new Event("beforeprint"));
    expect(screen.getByText(`1 of ${all.length} parameters: the others are left out here.`)).toBeTruthy();
  });

  test("kinds are left out one by one, with how many rows each has", async () => {
    const user = userEvent.setup();
    render(<Sheet data={sheet} />, { wrapper: InPlant });
    expect(codes()[0]).toBe("1a");
    await user.click(screen.getByRole("button", { name: /Kinds/ }));
    const settings = await screen.findByRole("checkbox", { name: /Settings \d+/ });
    await user.click(settings);
    expect(codes()).not.toContain("1a");
    expect(screen.getByRole("button", { name: /Without 1 kind/ })).toBeTruthy();
    await user.click(screen.getByRole("checkbox", { name: /What follows the rating \d+/ }));
    expect(screen.getByRole("button", { name: /Without 2 kinds/ })).toBeTruthy();
  });

  test("a row that somebody presses stays where it is; one that the address names is brought into sight, also when it comes later", async () => {
    const user = userEvent.setup();
    const { scrollTo } = HTMLElement.prototype;
    let scrolled = 0;
    HTMLElement.prototype.scrollTo = () => void (scrolled += 1);
    try {
      const first = render(<Sheet data={sheet} />, { wrapper: InPlant });
      const before = scrolled;
      await user.click(rowOf("6a"));
      expect(scrolled).toBe(before);
      first.unmount();
      const named = new URLSearchParams("show=&at=4r");
      const nothing = { ...sheet, groups: [] };
      const at = (data: typeof sheet) => (
        <SearchParamsContext value={named as never}>
          <Sheet data={data} place="" />
        </SearchParamsContext>
      );
      const second = render(at(nothing), { wrapper: InPlant });
      const empty = scrolled;
      second.rerender(at(sheet));
      expect(scrolled).toBeGreaterThan(empty);
    } finally {
      HTMLElement.prototype.scrollTo = scrollTo;
    }
  });

  test("each kind has a key of its own; 0 shows all again, and what is typed into the search is no key", async () => {
    const user = userEvent.setup();
    render(<Sheet data={sheet} />, { wrapper: InPlant });
    screen.getByRole("grid", { name: "Parameters" }).focus();
    await user.keyboard("1");
    expect(codes()).not.toContain("1a");
    await user.keyboard("2");
    expect(screen.getByRole("button", { name: /Without 2 kinds/ })).toBeTruthy();
    await user.keyboard("1");
    expect(codes()).toContain("1a");
    await user.keyboard("0");
    expect(screen.getByRole("button", { name: /^Kinds/ })).toBeTruthy();
    await user.type(screen.getByLabelText("Find in this sheet"), "1");
    expect(screen.getByRole("button", { name: /^Kinds/ })).toBeTruthy();
  });

  test("sets stand side by side: one row for each parameter, without a leaf, and back again", async () => {
    const user = userEvent.setup();
    const values = new Map([...valuesByCode(factorySet(hollin, "H-090")), ["H.lim.1/2", 900] as const]);
    const three = buildSheet(hollin, "H-090", [{ id: "r", title: "Record 5", source: "record", values }]);
    render(<Sheet data={three} of={{ tag: "BP-04", record: 5 }} />, { wrapper: InPlant });
    await user.selectOptions(screen.getByLabelText("Parameter set"), "sets side by side");
    const heads = screen.getAllByRole("columnheader").map((each) => each.textContent);
    expect(heads.filter((each) => each?.startsWith("Set"))).toEqual(["Set 1", "Set 2", "Set 3"]);
    await user.click(screen.getByRole("button", { name: /Differences/ }));
    expect(codes()).toEqual(["H.lim.1"]);
    await user.dblClick(rowOf("H.lim.1"));
    expect(screen.queryByRole("region", { name: /Parameter H.lim.1/ })).toBeNull();
    await user.selectOptions(screen.getByLabelText("Parameter set"), "set 2");
    expect(screen.queryByRole("columnheader", { name: "Set 3" })).toBeNull();
    expect(codes().every((each) => each.endsWith("/2"))).toBe(true);
  });

  test("where a value can be changed, Enter and a double click go into it; going on to another row does not", async () => {
    const user = userEvent.setup();
    const entered: Array<[string, boolean]> = [];
    render(
      <Sheet
        data={sheet}
        editor={(code, { enter, leave }) => {
          entered.push([code, enter]);
          return <input aria-label="Value" data-value onKeyDown={({ key }) => key === "Escape" && leave()} />;
        }}
      />,
      { wrapper: InPlant },
    );
    await user.dblClick(rowOf("2a"));
    expect(entered.at(-1)).toEqual(["2a", true]);
    expect(document.activeElement).toBe(screen.getByLabelText("Value"));
    await user.keyboard("{Escape}");
    expect(entered.at(-1)).toEqual(["2a", false]);
    expect(document.activeElement).toBe(screen.getByRole("grid"));
    await user.keyboard("{Enter}{Escape}{ArrowDown}");
    expect(entered.at(-1)).toEqual(["3a", false]);
  });

  test("the essentials stand in the definition's order, and combine with a search", async () => {
    const user = userEvent.setup();
    render(<Sheet data={sheet} />, { wrapper: InPlant });
    await user.click(screen.getByRole("button", { name: "Essentials" }));
    expect(codes()).toEqual(rill.file.essentials!.slice(0, codes().length));
    await user.type(screen.getByLabelText("Find in this sheet"), "time");
    expect(codes()).toEqual(["1r", "4r", "6n"]);
  });
});

describe("the view of a sheet in an address", () => {
  test("comes back as it was; what else stands in the address stays", () => {
    const view: View = {
      text: "ramp > 2 s",
      notDefault: true,
      differences: false,
      list: "mine",
      without: ["measured", "counter", "rated"],
      axis: 2,
      set: 3,
      beside: "axes",
      noted: true,
      outside: true,
      at: "2:6083.00",
    };
    const params = withView(new URLSearchParams("record=4&find=old"), view);
    expect(params.get("record")).toBe("4");
    expect(viewOf(new URLSearchParams(params.toString()))).toEqual(view);
  });
  test("an address without a view tells none; nonsense in it is nothing", () => {
    expect(viewOf(new URLSearchParams("record=4"))).toBeUndefined();
    expect(viewOf(new URLSearchParams("show=everything&axis=x&hide=people"))).toEqual(EVERYTHING);
  });
});
