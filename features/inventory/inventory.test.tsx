/** @jest-environment jsdom */
import { describe, expect, test } from "@jest/globals";
import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { InventoryLine } from "@/core/contract";
import { InPlant, withPage } from "@/features/testing";
import { Inventory } from "./inventory";

withPage();

const line = (tag: string, more: Partial<InventoryLine> = {}): InventoryLine => ({
  area: "Kiln",
  tag,
  title: `Roller drive ${tag}`,
  vendor: "Fennimore",
  family: "Rill",
  rating: "Rill 3 kW",
  supply: "3 × 400 V",
  firmware: "4.4",
  serial: `FR-${tag}`,
  powerPart: "",
  axes: undefined,
  record: undefined,
  recordedAt: undefined,
  fitted: "",
  whereabouts: "fitted",
  ...more,
});
const LINES = [
  line("KL-01", { firmware: "4.10" }),
  line("KL-02", { firmware: "4.9", recordedAt: 1_760_000_000_000, record: 3 }),
  line("BP-04", { area: "Body preparation", family: "Hollin", vendor: "Oakhanger", firmware: "5.2" }),
  line("", { area: "", serial: "FR-OUT", whereabouts: "removed" }),
];
const serials = (): string[] =>
  within(screen.getByRole("table", { name: "Inventory" }))
    .getAllByRole("row")
    .flatMap(
      (each) =>
        /FR-[A-Z0-9-]+/.exec(each.textContent ?? "")?.[0].replace(/[A-Z]?removed.*|fitted.*/, "") ?? [],
    );

describe("the inventory", () => {
  test("stands as the plant has it; how many of how many is said", () => {
    render(<Inventory lines={LINES} />, { wrapper: InPlant });
    expect(serials()).toEqual(["FR-KL-01", "FR-KL-02", "FR-BP-04", "FR-OUT"]);
    expect(screen.getByRole("status").textContent).toBe("4 of 4");
  });

  test("is sorted as a person sorts: 4.10 after 4.9; once more turns it round", async () => {
    const user = userEvent.setup();
    render(<Inventory lines={LINES.slice(0, 3)} />, { wrapper: InPlant });
    await user.click(screen.getByRole("button", { name: /Firmware/ }));
    expect(serials()).toEqual(["FR-KL-02", "FR-KL-01", "FR-BP-04"]);
    expect(screen.getByRole("columnheader", { name: /Firmware/ }).getAttribute("aria-sort")).toBe(
      "ascending",
    );
    await user.click(screen.getByRole("button", { name: /Firmware/ }));
    expect(serials()).toEqual(["FR-BP-04", "FR-KL-01", "FR-KL-02"]);
  });

  test("is filtered by family, by area, and by words that stand anywhere", async () => {
    const user = userEvent.setup();
    render(<Inventory lines={LINES} />, { wrapper: InPlant });
    await user.selectOptions(screen.getByLabelText("Family"), "Rill");
    await user.selectOptions(screen.getByLabelText("Area"), "Kiln");
    await user.type(screen.getByLabelText("Find"), "roller 4.9");
    expect(serials()).toEqual(["FR-KL-02"]);
    expect(screen.getByRole("status").textContent).toBe("1 of 4");
    await user.selectOptions(screen.getByLabelText("Family"), "");
    await user.clear(screen.getByLabelText("Find"));
    await user.selectOptions(screen.getByLabelText("Area"), "");
    expect(serials()).toHaveLength(4);
  });

  test("where no drive fits, and where there is none, is said with what to do", async () => {
    const user = userEvent.setup();
    const { rerender } = render(<Inventory lines={LINES} />, { wrapper: InPlant });
    await user.type(screen.getByLabelText("Find"), "nothing like it");
    expect(screen.getByText("No drive fits.")).toBeTruthy();
    rerender(<Inventory lines={[]} />);
    expect(screen.getByText("The plant's drives will stand here.")).toBeTruthy();
  });
});
