import { describe, expect, test } from "@jest/globals";
import { definitionFor, loadDefinition, quantityOf, QUANTITIES, type Definition } from "@/core/definition";
import { parseValue, type RawValue } from "@/core/value";
import { definitions, hollin, plover, rill, runnel } from "@/families/testing";
import { cellOf, compareQuantities } from "./compare";
import { placesOf, readQuantity } from "./read";

/** Values as a person reads them at the drive. */
function held(definition: Definition, values: Record<string, string>): Map<string, RawValue> {
  return new Map(
    Object.entries(values).map(([code, text]) => {
      const parsed = parseValue(definition.byCode.get(code)!, text);
      if (!parsed.ok) throw new Error(`${code}: ${text}`);
      return [code, parsed.raw];
    }),
  );
}
const rack = definitionFor(plover, { ...plover.fitting, axes: 2 });
const small = held(rill, {
  "1r": "5 s",
  "4f": "50 Hz",
  "7m": "2",
  "16r": "0.6 kW",
  "1b": "150 %",
  "14g": "0",
});
const newer = held(runnel, { RA101: "5000 ms", RF106: "50 Hz", MO107: "2", RA303: "0.6 kW", PT301: "3" });
const row = (columns: Parameters<typeof compareQuantities>[0], quantity: string) =>
  compareQuantities(columns).find((each) => each.quantity === quantity);
const texts = (found: ReturnType<typeof row>) =>
  found?.cells.map((cell) => cell.map(({ value }) => ("text" in value ? value.text : value.state)));

test("every shipped family maps each common quantity, or says that it has none and why", () => {
  expect(QUANTITIES.length).toBeGreaterThanOrEqual(40);
  for (const { file, id } of definitions)
    expect([id, QUANTITIES.filter((each) => file.quantities?.[each] === undefined)]).toEqual([id, []]);
});

describe("side by side", () => {
  const columns = [
    { id: "a", title: "Rill", definition: rill, values: small },
    { id: "b", title: "Runnel", definition: runnel, values: newer },
  ];

  test("5 s and 5,000 ms of the same ramp are alike", () => {
    const found = row(columns, "acceleration-time");
    expect(texts(found)).toEqual([["5 s"], ["5 s"]]);
    expect(found?.verdict).toBe("alike");
    expect(found?.cells[1]![0]!.value).toMatchObject({ code: "RA101", own: "5.000 s" });
  });
  test("a frequency becomes the speed of a shaft by the pole pairs: 50 Hz and 2 are 1500 rpm", () => {
    expect(texts(row(columns, "highest-speed"))).toEqual([["1500 rpm"], ["1500 rpm"]]);
    const six = new Map(small).set("7m", 3);
    expect(texts(row([{ ...columns[0]!, values: six }, columns[1]!], "highest-speed"))).toEqual([
      ["1000 rpm"],
      ["1500 rpm"],
    ]);
    const unknown = new Map(small);
    unknown.delete("7m");
    expect(row([{ ...columns[0]!, values: unknown }, columns[1]!], "highest-speed")?.verdict).toBe("unknown");
  });
  test("three tries mean that it starts by itself, and a choice means the same under other numbers", () => {
    const found = row(columns, "restart-after-trip");
    expect(texts(found)).toEqual([["no"], ["yes"]]);
    expect(found?.verdict).toBe("differs");
  });
  test("ramps that end at another speed are no same measure, though both say 5 s", () => {
    const mill = {
      id: "c",
      title: "Hollin",
      definition: hollin,
      values: held(hollin, { "H.rmp.1/1": "5 s" }),
    };
    const found = row([columns[0]!, mill], "acceleration-time");
    // The other sets were not read: that is said before any verdict.
    expect(found?.verdict).toBe("several");
    const all = held(hollin, { "H.rmp.1/1": "5 s", "H.rmp.1/2": "5 s", "H.rmp.1/3": "5 s" });
    expect(row([columns[0]!, { ...mill, values: all }], "acceleration-time")?.verdict).toBe("other-measure");
  });
  test("W and kW, mΩ and Ω, Wh and kWh", () => {
    const servo = {
      id: "d",
      title: "Plover",
      definition: rack,
      values: held(rack, { "5F31.05": "600 W", "5F70.02": "1500 Wh" }),
    };
    const found = row([columns[0]!, servo], "resistor-power");
    expect(texts(found)).toEqual([["0.6 kW"], ["0.6 kW"]]);
    expect(found?.verdict).toBe("alike");
    expect(texts(row([servo], "energy"))).toEqual([["1.5 kWh"]]);
    const mill = held(hollin, { "H.ide.1/1": "12.5 mΩ" });
    expect(readQuantity(hollin, mill, "stator-resistance", { axis: 0, set: 1 })).toMatchObject({
      text: "0.0125 Ω",
    });
  });
  test("what a family does not have is said with its reason; what nobody said, and what was not read, are three things", () => {
    const at = { axis: 1, set: 0 };
    expect(readQuantity(rack, new Map(), "acceleration-time", at)).toEqual({
      state: "none",
      why: "It is told as an acceleration, not as a time.",
    });
    expect(readQuantity(rack, new Map(), "rated-current", at)).toEqual({
      state: "not-held",
      code: "6075.00",
    });
    const silent = loadDefinition(JSON.stringify({ ...rill.file, quantities: { address: "1n" } }), "silent");
    expect(readQuantity(silent, small, "acceleration-time", at)).toEqual({ state: "not-told" });
    expect(row([columns[0]!, { ...columns[0]!, definition: silent }], "acceleration-time")?.verdict).toBe(
      "unknown",
    );
  });
  test("a choice without a common word keeps its own", () => {
    expect(readQuantity(hollin, held(hollin, { "H.ref.3/1": "3" }), "stop-way", { axis: 0, set: 1 })).toEqual(
      {
        state: "own-only",
        code: "H.ref.3/1",
        own: "3 · Ramp, then hold",
      },
    );
  });
});

test("axes that differ are shown apart, those that agree together", () => {
  const values = held(rack, { "6075.00": "4 A", "2:6075.00": "6 A", "5F31.01": "560 V" });
  expect(
    cellOf(rack, values, "rated-current").map(({ where, value }) => [where, "text" in value && value.text]),
  ).toEqual([
    ["axis 1", "4 A"],
    ["axis 2", "6 A"],
  ]);
  expect(cellOf(rack, values, "line-voltage")).toMatchObject([{ where: "", value: { text: "560 V" } }]);
  expect(placesOf(rack)).toHaveLength(2);
});

test.each([
  [{ "rated-current": "1a" }, /a unit that measures the same as A/],
  [{ direction: "4a" }, /words of wired, exchanged/],
  [{ direction: { code: "4a", choices: { "0": "left" } } }, /one of wired, exchanged/],
  [{ direction: { code: "4a", choices: { "7": "wired" } } }, /a choice of 4a/],
  [{ "highest-speed": { code: "4f", polePairs: "99z" } }, /the code of a parameter/],
  [{ "rated-current": { code: "3m", choices: { "1": "yes" } } }, /a number, not a word/],
])("a mapping that cannot be so is refused: %j", (quantities, why) => {
  expect(() => loadDefinition(JSON.stringify({ ...rill.file, quantities }), "x.json")).toThrow(why);
});

test("titles are told apart", () => {
  const titles = QUANTITIES.map((each) => quantityOf(each).title);
  expect(new Set(titles).size).toBe(titles.length);
});
