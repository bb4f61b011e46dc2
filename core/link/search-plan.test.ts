import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { definitions } from "@/families/testing";
import { KnockTimeout } from "./knock-timeout";
import { BREADTHS, likelyUnits, planSearch } from "./search-plan";
import { serialText, type LinkSettings } from "./settings";

const port: LinkSettings = {
  kind: "modbus-serial",
  path: "/dev/ttyUSB0",
  framing: "rtu",
  baud: 57_600,
  parity: "none",
  stopBits: 2,
};
const words = (breadth: (typeof BREADTHS)[number]): string[] =>
  planSearch({ link: port, from: 1, to: 10, breadth }, definitions).map(({ settings }) =>
    settings.kind === "modbus-serial" ? serialText(settings) : settings.kind,
  );

describe("where to look, and in which order", () => {
  test("with these settings only", () => {
    expect(words("these")).toEqual(["RTU 57600 8N2"]);
  });
  test("with what the families leave the factory with, each way once", () => {
    expect(words("families")).toEqual(["RTU 57600 8N2", "RTU 9600 8E1", "RTU 19200 8E1", "ASCII 19200 7E1"]);
  });
  test("with every speed: factory settings still come first, other parities last", () => {
    const all = words("all");
    expect(all.slice(0, 4)).toEqual(words("families"));
    expect(new Set(all).size).toBe(all.length);
    expect(all.findIndex((each) => each.includes("8O"))).toBeGreaterThan(all.lastIndexOf("RTU 4800 8E1"));
  });
  test("lone addresses stand before the range on a serial line, and nowhere else", () => {
    expect(planSearch({ link: port, from: 3, to: 6, breadth: "these" }, definitions)[0]!.units).toEqual([
      240, 245, 3, 4, 5, 6,
    ]);
    expect(planSearch({ link: port, from: 7, to: 7, breadth: "these" }, definitions)[0]!.units).toEqual([7]);
    expect(
      planSearch(
        { link: { kind: "modbus-tcp", host: "h", port: 502 }, from: 2, to: 4, breadth: "all" },
        definitions,
      ),
    ).toEqual([{ settings: { kind: "modbus-tcp", host: "h", port: 502 }, units: [2, 3, 4] }]);
  });
  test("every address of the range is asked exactly once in each pass", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 247 }),
        fc.integer({ min: 0, max: 60 }),
        fc.constantFrom(...BREADTHS),
        (from, more, breadth) => {
          const to = Math.min(247, from + more);
          for (const { units } of planSearch({ link: port, from, to, breadth }, definitions)) {
            expect(new Set(units).size).toBe(units.length);
            for (let unit = from; unit <= to; unit++) expect(units).toContain(unit);
          }
        },
      ),
    );
  });
});

describe("how long to wait", () => {
  test("quick on a fast line, longer on a slow one, and never longer than patience", () => {
    const at = (baud: number): number =>
      new KnockTimeout({ ...port, baud } as LinkSettings, definitions).next(false);
    expect(at(115_200)).toBeLessThan(at(9600));
    expect(at(9600)).toBeLessThan(100);
    expect(new KnockTimeout(port, definitions).next(true)).toBe(500);
  });
  test("grows with what was seen, up to patience", () => {
    const timeout = new KnockTimeout(port, definitions);
    timeout.saw(90);
    expect(timeout.next(false)).toBe(180);
    timeout.saw(400);
    expect(timeout.next(false)).toBe(500);
  });
});

test("the next drive on a cable is looked for where one is expected, at lone addresses, and where families leave the factory; each once", () => {
  const { loneAddress, defaults } = definitions.find((each) => each.file.modbus?.loneAddress)!.file.modbus!;
  const serial = likelyUnits(port, definitions, [5, 3, 5, 0, 900]);
  expect(serial.slice(0, 2)).toEqual([5, 3]);
  expect(serial).toEqual(expect.arrayContaining([loneAddress, defaults.address]));
  expect(new Set(serial).size).toBe(serial.length);
  // Behind a gateway on TCP nobody is alone.
  const tcp = likelyUnits({ kind: "modbus-tcp", host: "127.0.0.1", port: 502 }, definitions, [5]);
  expect(tcp).not.toContain(loneAddress);
  expect(tcp[0]).toBe(5);
});
