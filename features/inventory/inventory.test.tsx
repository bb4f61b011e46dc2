import { beforeEach, expect, test } from "@jest/globals";
import { render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { InventoryLine, InventoryWindow } from "@/core/contract";
import { RoleProvider } from "@/features/house/rights";
import { InPlant, sentIn, withPage, withServer } from "@/features/testing";
import { Inventory } from "./inventory";

withPage();

const line = (tag: string, more: Partial<InventoryLine> = {}): InventoryLine => ({
  area: "Kiln",
  tag,
  title: "Roller drive",
  definition: "fennimore-rill-4",
  vendor: "Fennimore",
  family: "Rill",
  rating: "R-030",
  supply: "400 V",
  firmware: "4.4",
  serial: `FR-${tag}`,
  powerPart: "",
  fitted: "",
  whereabouts: "fitted",
  place: "",
  answersAt: "",
  alike: "",
  ...more,
});
const windowOf = (lines: InventoryLine[], all = lines.length): InventoryWindow => ({
  all,
  total: lines.length,
  from: 0,
  lines,
  choices: { area: ["Kiln", "Sorting"], family: ["Rill"], firmware: ["4.4"], whereabouts: ["in store"] },
  alike: [],
});

let answer: object | undefined;
const asked = withServer(() => answer);
beforeEach(() => {
  answer = undefined;
});
const families = [
  { id: "rill", title: "Fennimore Rill", ratings: [{ id: "R-030", name: "3 kW" }] },
  { id: "hollin", title: "Oakhanger Hollin", ratings: [{ id: "H-090", name: "9 kW" }] },
];

function shown(first: InventoryWindow, start?: string): void {
  render(
    <RoleProvider role="lead">
      <InPlant>
        <Inventory first={first} start={start} families={families} />
      </InPlant>
    </RoleProvider>,
  );
}
const lines = () =>
  within(screen.getByRole("table", { name: "Inventory" }))
    .getAllByRole("row")
    .slice(1);

test("what came with the page stands there without being asked for again; a drive and its position lead to their pages", () => {
  shown(windowOf([line("KL-01"), line("", { serial: "FR-9", whereabouts: "in store", place: "Shelf 3" })]));
  expect(asked).toEqual([]);
  const [first, second] = lines();
  expect(within(first!).getByRole("link", { name: "KL-01" }).getAttribute("href")).toBe(
    "/plants/tarn-hollow/positions/KL-01",
  );
  expect(within(second!).getByText("none")).toBeTruthy();
  expect(within(second!).getByText("Shelf 3")).toBeTruthy();
  expect(within(second!).getByRole("link", { name: "FR-9" }).getAttribute("href")).toBe(
    "/plants/tarn-hollow/drives/fennimore-rill-4/FR-9",
  );
});

test("a filter and a sort are asked of the server together; the other way round on a second press", async () => {
  const user = userEvent.setup();
  answer = { value: windowOf([line("SO-02", { area: "Sorting" })], 25) };
  shown(windowOf([line("KL-01"), line("SO-02")]));
  await user.selectOptions(screen.getByLabelText("Area"), "Sorting");
  await screen.findByText("1 of 25");
  expect(asked.at(-1)!.query).toEqual({ area: "Sorting", from: "0", count: "50" });
  const head = screen.getByRole("button", { name: /^Firmware/ });
  await user.click(head);
  await waitFor(() => expect(asked.at(-1)!.query).toMatchObject({ area: "Sorting", sort: "firmware" }));
  expect(head.closest("[role=columnheader]")!.getAttribute("aria-sort")).toBe("ascending");
  await user.click(head);
  await waitFor(() => expect(asked.at(-1)!.query).toMatchObject({ sort: "firmware", down: "true" }));
  expect(head.closest("[role=columnheader]")!.getAttribute("aria-sort")).toBe("descending");
});

test("typing asks once, and what does not answer is said beside what was there", async () => {
  const user = userEvent.setup();
  shown(windowOf([line("KL-01")]));
  await user.type(screen.getByLabelText("Find"), "shelf");
  expect((await screen.findByRole("alert", {}, { timeout: 10_000 })).textContent).toMatch(
    /does not answer\. Check the network.* What stands here is from before\./,
  );
  expect(new Set(asked.map((each) => each.query.find))).toEqual(new Set(["shelf"]));
  expect(screen.getByText("KL-01")).toBeTruthy();
  expect(screen.getByText("1 of 1")).toBeTruthy();
}, 15_000);

test("an empty plant says what will stand here; filters that leave nothing say so instead", () => {
  shown(windowOf([]));
  expect(screen.getByText("The plant's drives will stand here.")).toBeTruthy();
});
test("filters that leave nothing do not make the plant empty", () => {
  shown(windowOf([], 25), "in store");
  expect(screen.getByText("No drive fits.")).toBeTruthy();
});

test("a drive in store is added by its plate: a rating that was chosen for another family is not sent along", async () => {
  const user = userEvent.setup();
  answer = { value: {} };
  shown(windowOf([line("KL-01")]));
  await user.click(screen.getByRole("button", { name: "Add a drive in store" }));
  const dialog = within(await screen.findByRole("dialog"));
  await user.selectOptions(dialog.getByLabelText("Rating"), "R-030");
  await user.selectOptions(dialog.getByLabelText("Family"), "hollin");
  await user.type(dialog.getByLabelText("Serial number"), " OH-77 ");
  await user.type(dialog.getByLabelText("Where it lies"), "Shelf 3");
  await user.click(dialog.getByRole("button", { name: "Add it" }));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
  expect(sentIn(asked)).toEqual([{ definition: "hollin", serial: "OH-77", firmware: "", place: "Shelf 3" }]);
});

test("a drive that could not be added leaves what was typed, to be mended", async () => {
  const user = userEvent.setup();
  answer = { trouble: { kind: "not-now", text: "This drive is known already.", remedy: "Look it up." } };
  shown(windowOf([line("KL-01")]));
  await user.click(screen.getByRole("button", { name: "Add a drive in store" }));
  const dialog = within(await screen.findByRole("dialog"));
  await user.type(dialog.getByLabelText("Serial number"), "OH-77");
  await user.click(dialog.getByRole("button", { name: "Add it" }));
  await waitFor(() => expect(asked).toHaveLength(1));
  expect(dialog.getByLabelText<HTMLInputElement>("Serial number").value).toBe("OH-77");
});

test("positions at one address of one line are told above the list, and in their lines", () => {
  const answersAt = "Kiln bus, address 11";
  const first = windowOf([
    line("KL-07", { answersAt, alike: "KL-08" }),
    line("KL-08", { answersAt, alike: "KL-07" }),
    line("KL-09", { answersAt: "Kiln bus, address 13" }),
  ]);
  shown({ ...first, alike: [{ answersAt, positions: 9, tags: ["KL-07", "KL-08"] }] });
  const note = screen.getByText(/More than one position at one address/).parentElement!;
  expect(note.textContent).toContain("Kiln bus, address 11: KL-07, KL-08 and 7 more");
  expect(within(note).getByRole("link", { name: "KL-08" }).getAttribute("href")).toMatch(
    /\/positions\/KL-08$/,
  );
  expect(lines().map((each) => each.textContent)).toEqual([
    expect.stringContaining("Kiln bus, address 11, also KL-08"),
    expect.stringContaining("Kiln bus, address 11, also KL-07"),
    expect.stringMatching(/Kiln bus, address 13(?!, also)/),
  ]);
});
