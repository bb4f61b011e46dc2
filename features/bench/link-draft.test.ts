import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { PARITIES, type LinkSettings } from "@/core/link";
import { asFamily, draftOf, EMPTY_DRAFT, settingsOf, speakers } from "./link-draft";
import type { FamilyView } from "./types";

const RILL: FamilyView = {
  id: "rill",
  title: "Rill",
  protocol: "modbus",
  framings: ["rtu", "tcp"],
  defaults: { port: 502, unit: 1, baud: 9600, parity: "even", stopBits: 1 },
  speeds: [9600],
  card: undefined,
  withoutMains: undefined,
};
const PLOVER: FamilyView = {
  id: "plover",
  title: "Plover",
  protocol: "canopen",
  framings: [],
  defaults: { port: 7000, unit: 3, net: 1 },
  speeds: [],
  card: undefined,
  withoutMains: undefined,
};

describe("settings of a family keep the way itself", () => {
  test("the serial port stays, its speed, parity and stop bits change", () => {
    const draft = {
      ...EMPTY_DRAFT,
      kind: "modbus-serial" as const,
      path: "/dev/ttyUSB3",
      framing: "ascii" as const,
      baud: 57_600,
      parity: "none" as const,
      stopBits: 2 as const,
      unit: "17",
    };
    expect(settingsOf(asFamily(draft, RILL))).toEqual({
      ok: true,
      link: {
        kind: "modbus-serial",
        path: "/dev/ttyUSB3",
        framing: "rtu",
        baud: 9600,
        parity: "even",
        stopBits: 1,
      },
    });
    expect(asFamily(draft, RILL).unit).toBe("1");
  });
  test("the host stays, its port changes, and the kind where the family speaks no other", () => {
    const draft = { ...EMPTY_DRAFT, host: "10.4.2.31", port: "1502" };
    expect(asFamily(draft, RILL)).toMatchObject({ kind: "modbus-tcp", host: "10.4.2.31", port: "502" });
    expect(asFamily(draft, PLOVER)).toMatchObject({
      kind: "canopen-gateway",
      host: "10.4.2.31",
      port: "7000",
      unit: "3",
    });
  });
});

test.each([
  [{}, /network address/],
  [{ host: "h", port: "0" }, /1 to 65535/],
  [{ host: "h", port: "x" }, /1 to 65535/],
  [{ kind: "modbus-serial" as const }, /Choose a port/],
])("what is missing is said: %j", (part, words) => {
  const settings = settingsOf({ ...EMPTY_DRAFT, ...part });
  expect(!settings.ok && settings.missing).toMatch(words);
});

test("a kept link is filled in as it was", () => {
  const links: fc.Arbitrary<LinkSettings> = fc.oneof(
    fc.record({
      kind: fc.constantFrom("modbus-tcp" as const, "modbus-rtu-over-tcp" as const),
      host: fc.domain(),
      port: fc.integer({ min: 1, max: 65_535 }),
    }),
    fc.record({
      kind: fc.constant("canopen-gateway" as const),
      host: fc.domain(),
      port: fc.integer({ min: 1, max: 65_535 }),
      net: fc.integer({ min: 1, max: 127 }),
      inFlight: fc.integer({ min: 1, max: 32 }),
    }),
    fc.record({
      kind: fc.constant("modbus-serial" as const),
      path: fc.constantFrom("/dev/ttyUSB0", "COM7"),
      framing: fc.constantFrom("rtu" as const, "ascii" as const),
      baud: fc.constantFrom(4800, 115_200),
      parity: fc.constantFrom(...PARITIES),
      stopBits: fc.constantFrom(1 as const, 2 as const),
    }),
  );
  fc.assert(
    fc.property(links, fc.integer({ min: 1, max: 247 }), (link, unit) => {
      expect(settingsOf(draftOf(link, unit))).toEqual({ ok: true, link });
    }),
  );
});

test("only families that speak so are offered", () => {
  expect(speakers([RILL, PLOVER], EMPTY_DRAFT).map((each) => each.id)).toEqual(["rill"]);
  expect(speakers([RILL, PLOVER], { ...EMPTY_DRAFT, kind: "modbus-serial", framing: "ascii" })).toEqual([]);
  expect(
    speakers([RILL, PLOVER], { ...EMPTY_DRAFT, kind: "canopen-gateway" }).map((each) => each.id),
  ).toEqual(["plover"]);
});
