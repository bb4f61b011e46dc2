import { describe, expect, test } from "@jest/globals";
import { encodeKey } from "@/core/value";
import { hollin, plover, runnel } from "@/families/testing";
import { definitionFor, listFirmware, loadDefinition, type DefinitionFile } from "./index";

const of = (firmware: string, axes = 1, options: string[] = []) => ({ firmware, axes, options });
const changed = (file: DefinitionFile, change: (copy: DefinitionFile) => void): string => {
  const copy = JSON.parse(JSON.stringify(file)) as DefinitionFile;
  change(copy);
  return JSON.stringify(copy);
};

describe("what is fitted decides which parameters there are", () => {
  test("firmware: added, dropped, widened", () => {
    const [old, young] = ["1.8", "2.0"].map((firmware) => definitionFor(runnel, of(firmware)));
    expect([old!.byCode.has("MO321"), young!.byCode.has("MO321")]).toEqual([true, false]);
    expect([old!.byCode.has("MO322"), young!.byCode.has("MO322")]).toEqual([false, true]);
    expect([old!.byCode.get("RF106")!.rawMax, young!.byCode.get("RF106")!.rawMax]).toEqual([59_900, 65_000]);
    expect(old!.byCode.get("RF106")!.address).toBe(young!.byCode.get("RF106")!.address);
    expect(listFirmware(runnel.file)).toEqual(["1.0", "2.0"]);
  });
  test("sets: the same parameter three times, each with its own registers", () => {
    const definition = definitionFor(hollin, of("5.2"));
    const [first, second, third] = [1, 2, 3].map((set) =>
      definition.byCode.get(encodeKey({ code: "H.rmp.1", axis: 0, set }))!,
    );
    expect([second!.address - first!.address, third!.address - first!.address]).toEqual([2048, 4096]);
    expect(definition.byCode.has("H.rmp.1")).toBe(false);
    expect(
      definition.rules
        .filter((each) => each.lower.startsWith("H.lim.2"))
        .map((each) => [each.lower, each.upper]),
    ).toEqual([
      ["H.lim.2/1", "H.lim.1/1"],
      ["H.lim.2/2", "H.lim.1/2"],
      ["H.lim.2/3", "H.lim.1/3"],
    ]);
  });
  test("axes by offset: objects of axis 3 lie two times the offset behind, those of the drive stand once", () => {
    const definition = definitionFor(plover, of("2.4", 3));
    expect(definition.byCode.get("3:6083.00")!.address - definition.byCode.get("6083.00")!.address).toBe(
      2 * 2048 * 256,
    );
    expect(definition.parameters.filter((each) => each.base === "5F40.01")).toHaveLength(1);
    expect(definition.byCode.has("4:6083.00")).toBe(false);
  });
  test("axes that are nodes of their own: the same address, another node", () => {
    const byNode = loadDefinition(
      changed(plover.file, (copy) => {
        copy.axes = { most: 4, by: "node" };
      }),
      "nodes.json",
    );
    const definition = definitionFor(byNode, of("2.4", 3));
    expect(definition.byCode.get("3:6083.00")).toMatchObject({
      address: definition.byCode.get("6083.00")!.address,
      node: 2,
    });
  });
  test("an option's own parameters only when it is fitted", () => {
    expect(definitionFor(hollin, of("5.2")).byCode.has("H.eth.1")).toBe(false);
    expect(definitionFor(hollin, of("5.2", 1, ["netmod"])).byCode.has("H.eth.1")).toBe(true);
  });
  test("the same fitting is laid out once", () => {
    expect(definitionFor(plover, of("2.4", 2))).toBe(definitionFor(plover, of("2.4", 2)));
  });
});

describe("what does not hold together is named", () => {
  const CASES: Array<[string, () => string, RegExp]> = [
    [
      "an address of the other protocol",
      () =>
        changed(plover.file, (copy) => {
          copy.identity[0]!.address = 5;
        }),
      /identity\[0\]\.address: found 5, expected an object/,
    ],
    [
      "sets that nobody described",
      () =>
        changed(hollin.file, (copy) => {
          delete copy.sets;
        }),
      /perSet: found true, expected "sets"/,
    ],
    [
      "axes that nobody described",
      () =>
        changed(plover.file, (copy) => {
          delete copy.axes;
        }),
      /perAxis: found true, expected "axes"/,
    ],
    [
      "an option that nobody described",
      () =>
        changed(hollin.file, (copy) => {
          delete copy.options;
        }),
      /option: found netmod/,
    ],
    [
      "sets that run into each other",
      () =>
        changed(hollin.file, (copy) => {
          copy.sets!.offset = 10;
        }),
      /which H\.[a-z]+\.\d+\/\d also uses/,
    ],
    [
      "axes that run into each other",
      () =>
        changed(plover.file, (copy) => {
          copy.axes!.offset = 1;
        }),
      /the object 6[0-9A-F]{3}\.\d\d, which/,
    ],
    [
      "a code twice for one firmware",
      () =>
        changed(runnel.file, (copy) => {
          for (const group of copy.groups)
            for (const inner of group.groups ?? [])
              for (const each of inner.parameters ?? []) if (each.code === "RF106") delete each.firmware;
        }),
      /RF106 again/,
    ],
    [
      "both protocols",
      () =>
        changed(plover.file, (copy) => {
          copy.modbus = hollin.file.modbus!;
        }),
      /cannot be used/,
    ],
    [
      "a reduced supply that leads nowhere",
      () =>
        changed(plover.file, (copy) => {
          copy.reducedSupply!.code = "5F31.99";
        }),
      /reducedSupply\.code: found 5F31\.99/,
    ],
  ];
  test.each(CASES)("%s", (_what, text, pattern) => {
    expect(() => loadDefinition(text(), "x.json")).toThrow(pattern);
  });
});
