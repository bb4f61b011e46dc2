import { expect, test } from "@jest/globals";
import type { LinkSettings } from "@/core/link";
import { systemClock } from "@/core/protocol/system-clock";
import { LinkPool } from "./link-pool";
import { Whereabouts } from "./whereabouts";

const serial: LinkSettings = {
  kind: "modbus-serial",
  path: "/dev/ttyUSB0",
  framing: "rtu",
  baud: 9600,
  parity: "even",
  stopBits: 1,
};
const tcp: LinkSettings = { kind: "modbus-tcp", host: "127.0.0.1", port: 502 };
const said = (where: Whereabouts) =>
  where.all().map(({ unit, settings }) => [unit, "baud" in settings ? settings.baud : undefined]);

test("a drive is looked for where it was, then at its new address, then both as it was told to speak", () => {
  const where = new Whereabouts({ unit: 4, settings: serial });
  expect(said(where)).toEqual([[4, 9600]]);
  where.add({ unit: 7 });
  where.add({ speech: { baud: 19_200 } });
  where.add({ speech: { parity: "none" } });
  expect(said(where)).toEqual([
    [4, 9600],
    [7, 9600],
    [4, 19_200],
    [7, 19_200],
  ]);
  expect(where.all()[2]!.settings).toEqual({ ...serial, baud: 19_200, parity: "none" });
});

test("what it was told that changes nothing is no other place", () => {
  const where = new Whereabouts({ unit: 4, settings: serial });
  where.add({ unit: 4, speech: { baud: 9600, parity: "even" } });
  expect(said(where)).toEqual([[4, 9600]]);
});

test("found somewhere it is looked for there alone; on TCP the speed of a line is no matter", () => {
  const where = new Whereabouts({ unit: 4, settings: tcp });
  where.add({ unit: 7, speech: { baud: 19_200 } });
  expect(said(where)).toEqual([
    [4, undefined],
    [7, undefined],
  ]);
  where.settle(where.all()[1]!);
  expect(said(where)).toEqual([[7, undefined]]);
});

test("a line speaks another way for one who uses it alone; for two it stays, since one line has one speed", () => {
  const pool = new LinkPool(systemClock);
  const quick = { ...serial, baud: 19_200 };
  const first = pool.take(serial, "the drive at address 4");
  expect(pool.take(quick, "another")).toMatchObject({ ok: false, trouble: { kind: "busy" } });
  const second = pool.take(serial, "the drive at address 5");
  expect([first.ok, second.ok, pool.speakAs(quick)]).toEqual([true, true, false]);
  pool.drop(serial);
  expect(pool.speakAs(quick)).toBe(true);
  expect(first.ok && first.value.settings).toEqual(quick);
  // From now on it is the former speed that does not fit.
  expect(pool.take(serial, "another")).toMatchObject({ ok: false, trouble: { kind: "busy" } });
  expect(pool.take(quick, "another").ok).toBe(true);
});
