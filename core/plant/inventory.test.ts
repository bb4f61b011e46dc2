import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import type { InventoryLine } from "@/core/contract";
import {
  alikeOnALine,
  INVENTORY_SORTS,
  inventoryChoices,
  lookThroughInventory,
  type InventoryWanted,
} from "./inventory";

const line = (tag: string, more: Partial<InventoryLine> = {}): InventoryLine => ({
  area: "Kiln",
  tag,
  title: `Roller drive ${tag}`,
  definition: "fennimore-rill-4",
  vendor: "Fennimore",
  family: "Rill",
  rating: "Rill 3 kW",
  supply: "3 × 400 V",
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
const LINES = [
  line("KL-01", { firmware: "4.10" }),
  line("KL-02", { firmware: "4.9", recordedAt: 1_760_000_000_000, record: 3 }),
  line("BP-04", { area: "Body preparation", family: "Hollin", vendor: "Oakhanger", firmware: "5.2" }),
  line("", { area: "", serial: "FR-OUT", whereabouts: "in store", place: "shelf 4" }),
];
const serials = (wanted: InventoryWanted): string[] =>
  lookThroughInventory(LINES, wanted).map((each) => each.serial);

describe("the inventory", () => {
  test("stands as the plant has it", () => {
    expect(serials({})).toEqual(["FR-KL-01", "FR-KL-02", "FR-BP-04", "FR-OUT"]);
  });
  test("is sorted as a person sorts: 4.10 after 4.9; or turned round", () => {
    expect(serials({ sort: "firmware", whereabouts: "fitted" })).toEqual([
      "FR-KL-02",
      "FR-KL-01",
      "FR-BP-04",
    ]);
    expect(serials({ sort: "firmware", down: true, whereabouts: "fitted" })).toEqual([
      "FR-BP-04",
      "FR-KL-01",
      "FR-KL-02",
    ]);
  });
  test("is filtered by family, by area, and by words that stand anywhere", () => {
    expect(serials({ family: "Rill", area: "Kiln", find: "roller 4.9" })).toEqual(["FR-KL-02"]);
    expect(serials({ find: "SHELF" })).toEqual(["FR-OUT"]);
    expect(serials({ find: "nothing like it" })).toEqual([]);
  });
  test("says what may be chosen", () => {
    expect(inventoryChoices(LINES)).toEqual({
      area: ["Body preparation", "Kiln"],
      family: ["Hollin", "Rill"],
      firmware: ["4.4", "4.9", "4.10", "5.2"],
      whereabouts: ["fitted", "in store"],
    });
  });
  test("loses and doubles no line, however it is sorted", () => {
    fc.assert(
      fc.property(fc.constantFrom(...INVENTORY_SORTS), fc.boolean(), (sort, down) => {
        expect(serials({ sort, down }).sort()).toEqual(serials({}).sort());
      }),
    );
  });
});

test("the addresses at which more than one position was reached, as a person sorts, with the first tags", () => {
  const at = (tag: string, address: number, alike: string) =>
    line(tag, { answersAt: `Kiln bus, address ${address}`, alike });
  const lines = [
    ...["KL-01", "KL-02", "KL-03"].map((tag) => at(tag, 11, "others")),
    at("KL-04", 2, "KL-05"),
    at("KL-05", 2, "KL-04"),
    at("KL-06", 3, ""),
    line("KL-07"),
  ];
  expect(alikeOnALine(lines, 2)).toEqual([
    { answersAt: "Kiln bus, address 2", positions: 2, tags: ["KL-04", "KL-05"] },
    { answersAt: "Kiln bus, address 11", positions: 3, tags: ["KL-01", "KL-02"] },
  ]);
});
