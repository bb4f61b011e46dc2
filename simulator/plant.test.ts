import { beforeEach, describe, expect, test } from "@jest/globals";
import { definitions, hollin, plover, rill } from "@/families/testing";
import { ACTS, type CabinetAct } from "./acts";
import { StandInPlant } from "./plant";

let plant: StandInPlant;
beforeEach(() => {
  plant = new StandInPlant(
    {
      lines: [
        {
          id: "tcp",
          title: "Line",
          port: 0,
          baud: 0,
          gateway: false,
          drives: [
            { definitionId: rill.id, tag: "A", rating: "R-030", firmware: "4.4", serial: "F1" },
            { definitionId: hollin.id, tag: "B", rating: "H-090", firmware: "5.2", serial: "O1" },
          ],
        },
        {
          id: "can",
          title: "Bus",
          port: 0,
          baud: 0,
          gateway: true,
          kind: "canopen",
          drives: [
            { definitionId: plover.id, tag: "C", rating: "P-06", firmware: "2.4", serial: "A1", axes: 2 },
          ],
        },
      ],
    },
    definitions,
  );
});
const act = (tag: string, what: Omit<CabinetAct, "line" | "tag">): string | undefined =>
  plant.act({ line: tag === "C" ? "can" : "tcp", tag, ...what });
const seen = (tag: string) => plant.view().find((each) => each.tag === tag)!;
const make = { rating: "any", firmware: "1.0", serial: "X1" };
/** A family that does not ship: what somebody imported. */
const stoat = {
  ...rill.file,
  id: "thornbury-stoat",
  vendor: "Thornbury",
  family: "Stoat",
  ratings: [{ id: "any", name: "Stoat", identityValue: 1, supply: "not told" }],
};

describe("what hands do at a cabinet", () => {
  test("a stand-in is built of any definition, also one that was imported", () => {
    expect(act("A", { act: "swap", make, definition: stoat })).toBeUndefined();
    expect(seen("A")).toMatchObject({
      family: "Thornbury Stoat",
      definitionId: "thornbury-stoat",
      serial: "X1",
      powered: true,
    });
  });
  test.each<[string, Omit<CabinetAct, "line" | "tag">, RegExp]>([
    [
      "a drive of the other protocol",
      { act: "swap", make: { ...make, rating: "P-06" }, definition: plover.file },
      /does not speak on this line/,
    ],
    [
      "a rating that the family has not got",
      { act: "swap", make: { ...make, rating: "R-999" } },
      /no rating R-999/,
    ],
    [
      "a definition that does not hold together",
      { act: "swap", make, definition: { ...stoat, groups: [] } },
      /cannot be used/,
    ],
    ["no drive at all", { act: "swap" }, /Say which drive/],
    ["a value at no code", { act: "change", raw: 1 }, /Name a code/],
    ["a card that is not there", { act: "card-use" }, /no card/],
    ["no firmware at all", { act: "update" }, /Say which firmware/],
    ["a firmware that its family has not got", { act: "update", firmware: "9.1" }, /has firmware from/],
  ])("%s is refused in words", (_what, what, words) => {
    const before = seen("A");
    expect(act("A", what)).toMatch(words);
    expect(seen("A")).toEqual(before);
  });
  test("mains taken away and given back, half of a drive exchanged, an axis tripped", () => {
    act("B", { act: "mains-off" });
    expect(seen("B")).toMatchObject({ mains: false, trip: 102, canDieHalf: true });
    act("B", { act: "mains-on" });
    expect(seen("B")).toMatchObject({ mains: true, trip: 0 });
    act("B", { act: "swap-half" });
    expect(seen("B").serial).toBe("O1");
    act("C", { act: "trip", axis: 2, trip: 0x8611 });
    expect(seen("C").trip).toBe(0x8611);
    act("C", { act: "disturb", disturbance: "noise" });
    expect(seen("C").disturbance).toBe("noise");
  });
  test("its firmware is changed: the same drive in the same place, with what was permanent in it", () => {
    const { serial } = seen("B");
    expect(act("B", { act: "update", firmware: "5.1" })).toBeUndefined();
    expect(seen("B")).toMatchObject({ serial, firmware: "5.1", powered: true, volatile: false });
  });
  test("nothing that stands nowhere", () => {
    expect(plant.act({ line: "tcp", tag: "Z", act: ACTS[0] })).toMatch(/no stand-in Z/);
  });
});

test("a drive whose definition does not ship any more is left out, and said", async () => {
  const said: string[] = [];
  const old = new StandInPlant(
    {
      lines: [
        {
          id: "tcp",
          title: "Line",
          port: 0,
          baud: 0,
          gateway: false,
          drives: [
            { definitionId: "fennimore-gone-1", tag: "A", ...make },
            { definitionId: rill.id, tag: "B", ...make, rating: "R-030" },
          ],
        },
      ],
    },
    definitions,
  );
  old.onLeftOut = (text) => said.push(text);
  await old.open();
  await Promise.all([...old.lines.values()].map((each) => each.close()));
  expect(old.view().map((each) => each.tag)).toEqual(["B"]);
  expect(said).toEqual([expect.stringContaining("A is left out: its definition fennimore-gone-1")]);
});
