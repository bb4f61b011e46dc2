import { beforeEach, describe, expect, test } from "@jest/globals";
import type { Answer, Question } from "@/core/protocol/modbus";
import { rill } from "@/families/testing";
import { StandInDrive } from "./drive";
import { handleModbus } from "./modbus-face";

let drive: StandInDrive;
let now = 0;
beforeEach(() => {
  now = 0;
  drive = new StandInDrive(
    rill,
    { rating: "R-030", firmware: "4.4", serial: "S1" },
    {
      now: () => now,
      after: () => () => undefined,
    },
  );
});
const at = (code: string) => rill.byCode.get(code)!.address;
const write = (code: string, ...values: number[]): Answer | undefined =>
  handleModbus(
    drive,
    values.length === 1
      ? { kind: "write-one", address: at(code), value: values[0]! }
      : { kind: "write-many", address: at(code), values },
  );
const read = (address: number, count = 1): Answer | undefined =>
  handleModbus(drive, { kind: "read", function: 3, address, count } as Question);

describe("a stand-in drive behaves like one", () => {
  test("a write without permission trips it and changes nothing", () => {
    expect(write("1b", 1000)).toEqual({ kind: "exception", code: 4 });
    expect(drive.axes.trip).toBe(52);
    expect(drive.valueOf("1b")).toBe(1500);
  });
  test("the permission ends with the power", () => {
    drive.givePermission();
    expect(write("1b", 1000)).toEqual({ kind: "written" });
    drive.powerOff();
    drive.powerOn();
    expect(drive.permission).toBe(false);
  });
  test("running memory is lost at a power-off unless it was made permanent", () => {
    drive.givePermission();
    write("1r", 0, 250);
    expect(drive.volatile).toBe(true);
    drive.powerOff();
    drive.powerOn();
    expect(drive.valueOf("1r")).toBe(500);
    drive.givePermission();
    write("1r", 0, 250);
    handleModbus(drive, { kind: "write-one", address: 64, value: 23130 });
    expect(drive.volatile).toBe(true);
    now += 200;
    expect(drive.volatile).toBe(false);
    drive.powerOff();
    drive.powerOn();
    expect(drive.valueOf("1r")).toBe(250);
  });
  test.each<[string, () => Answer | undefined, number]>([
    ["a value out of range", () => write("5f", 65535), 3],
    ["no such choice", () => write("26r", 7), 3],
    ["a broken rule", () => write("3f", 5100), 3],
    ["a limit of this rating", () => write("3m", 1200), 3],
    ["a read-only value", () => write("1y", 1), 2],
    ["half a 32-bit value", () => write("1r", 1), 2],
    ["an address with nothing", () => handleModbus(drive, { kind: "write-one", address: 9, value: 1 }), 2],
    ["reading through the middle of a value", () => read(at("1r") + 1), 2],
    ["reading too much at once", () => read(at("1a"), 40), 3],
    ["another function", () => handleModbus(drive, { kind: "read", function: 4, address: 16, count: 1 }), 1],
  ])("refuses %s", (_name, act, code) => {
    drive.givePermission();
    expect(act()).toEqual({ kind: "exception", code });
    expect(drive.axes.trip).toBe(0);
  });
  test("takes what may be set only at standstill only at standstill", () => {
    drive.givePermission();
    drive.start();
    drive.tick(2, 0);
    expect(drive.turning).toBe(true);
    expect(write("1c", 1)).toEqual({ kind: "exception", code: 4 });
    expect(write("1b", 1000)).toEqual({ kind: "written" });
    drive.stop();
    drive.tick(60, 0);
    expect(write("1c", 1)).toEqual({ kind: "written" });
  });
  test("ramps as its parameters say, and shows it", () => {
    drive.start();
    drive.tick(1, 0);
    expect(drive.valueOf("1y")).toBe(1000);
    drive.tick(60, 0);
    expect(drive.valueOf("1y")).toBe(4000);
    expect(Number(drive.valueOf("8y"))).toBeGreaterThan(1000);
  });
  test("answers at a new address only after a restart, and is silent meanwhile", () => {
    drive.givePermission();
    write("1n", 11);
    handleModbus(drive, { kind: "write-one", address: 64, value: 23130 });
    now += 200;
    expect(drive.address).toBe(1);
    handleModbus(drive, { kind: "write-one", address: 65, value: 21930 });
    expect(read(16)).toBeUndefined();
    now += 1000;
    expect(drive.address).toBe(11);
    expect(read(16)).toEqual({ kind: "registers", values: Uint16Array.of(7303) });
  });
});
