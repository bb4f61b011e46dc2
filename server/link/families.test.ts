import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, afterEach, describe, expect, test } from "@jest/globals";
import { definitionFor, loadDefinition, type Definition } from "@/core/definition";
import { fittingOf, identifyDrive, type DriveSession } from "@/core/drive";
import type { LinkSettings } from "@/core/link";
import { systemClock } from "@/core/protocol/system-clock";
import { StandInDrive } from "@/core/stand-in";
import type { DriveMake } from "@/core/stand-in";
import type { RawValue } from "@/core/value";
import { definitions, hollin, plover, rill, runnel } from "@/families/testing";
import { StandInLine } from "@/simulator/line";
import type { LineSettings } from "@/simulator/spoken-line";
import { makeLink, type DriveLink } from "./drive-link";
import { IMPORTANCE } from "./queue";

let line: StandInLine;
let link: DriveLink | undefined;
const folder = mkdtempSync(join(tmpdir(), "calm-ledger-"));
afterEach(async () => {
  link?.close();
  link = undefined;
  await line.close();
});

afterAll(() => rmSync(folder, { recursive: true, force: true }));

const serial = (framing: "rtu" | "ascii", baud = 19200) => ({ framing, baud, parity: "even" as const });
const port = (name: string): string => join(folder, name);
const LINES: Record<string, Partial<LineSettings>> = {
  tcp: { kind: "tcp" },
  "rtu over tcp": { kind: "rtu-over-tcp" },
  "rtu on a serial port": { kind: "serial", path: port("rtu"), serial: serial("rtu") },
  "ascii on a serial port": { kind: "serial", path: port("ascii"), serial: serial("ascii") },
  "canopen gateway": { kind: "canopen" },
};

function settingsOf(name: string, tcpPort: number): LinkSettings {
  const there = { host: "127.0.0.1", port: tcpPort };
  switch (name) {
    case "tcp":
      return { kind: "modbus-tcp", ...there };
    case "rtu over tcp":
      return { kind: "modbus-rtu-over-tcp", ...there };
    case "canopen gateway":
      return { kind: "canopen-gateway", ...there, net: 1, inFlight: 8 };
    default:
      return { kind: "modbus-serial", path: LINES[name]!.path!, ...LINES[name]!.serial!, stopBits: 1 };
  }
}

async function stand(name: string, family: Definition, make: DriveMake): Promise<StandInDrive> {
  line = new StandInLine({ id: "l", title: "l", port: 0, baud: 0, gateway: false, ...LINES[name] });
  const tcpPort = await line.open();
  const drive = new StandInDrive(family, make, undefined, definitions);
  line.add(drive);
  link = makeLink(settingsOf(name, tcpPort), systemClock);
  return drive;
}

function session(definition: Definition, unit = 1): DriveSession {
  return link!.session(definition, () => unit, IMPORTANCE.reading);
}

const MAKES: Array<{
  family: Definition;
  over: string;
  make: DriveMake;
  write: { code: string; raw: RawValue };
  parameters: number;
}> = [
  {
    family: rill,
    over: "tcp",
    make: { rating: "R-030", firmware: "4.4", serial: "FR-1" },
    write: { code: "1b", raw: 1300 },
    parameters: 198,
  },
  {
    family: rill,
    over: "rtu on a serial port",
    make: { rating: "R-055", firmware: "4.4", serial: "FR-2", values: { "2n": 2 } },
    write: { code: "1b", raw: 1300 },
    parameters: 198,
  },
  {
    family: runnel,
    over: "rtu over tcp",
    make: { rating: "N-055", firmware: "1.7", serial: "FN-1" },
    write: { code: "RA101", raw: 70_123 },
    parameters: 388,
  },
  {
    family: runnel,
    over: "tcp",
    make: { rating: "N-055", firmware: "2.1", serial: "FN-2" },
    write: { code: "RF106", raw: 64_000 },
    parameters: 397,
  },
  {
    family: hollin,
    over: "ascii on a serial port",
    make: { rating: "H-090", firmware: "5.1", serial: "OH-1" },
    write: { code: "H.mot.5/3", raw: 1490 },
    parameters: 525,
  },
  {
    family: hollin,
    over: "tcp",
    make: { rating: "H-315", firmware: "5.2", serial: "OH-2", options: ["netmod"] },
    write: { code: "H.eth.8", raw: "mill" },
    parameters: 561,
  },
  {
    family: plover,
    over: "canopen gateway",
    make: { rating: "P-06", firmware: "2.4", serial: "AP-1", axes: 4, modules: [1, 3, 3, 3, 3, 9] },
    write: { code: "4:6083.00", raw: 4_294_967_295 },
    parameters: 52 + 4 * 294,
  },
  {
    family: plover,
    over: "canopen gateway",
    make: { rating: "P-02", firmware: "2.1", serial: "AP-2" },
    write: { code: "607D.01", raw: -2_147_483_648 },
    parameters: 52 + 291,
  },
];

describe("every family is known, read and written over the links it speaks", () => {
  test.each(MAKES)("$family.title $make.serial, $over", async ({ family, over, make, write, parameters }) => {
    const drive = await stand(over, family, make);
    const candidates = definitions.filter((each) => each.protocol === family.protocol);
    const found = await identifyDrive((each) => session(each), candidates);
    if (!found.ok) throw new Error(found.trouble.text);
    expect(found.value).toMatchObject({
      fit: "fits",
      identity: {
        definitionId: family.id,
        rating: make.rating,
        firmware: make.firmware,
        serial: make.serial,
      },
    });
    const definition = definitionFor(family, fittingOf(found.value.identity));
    const values = new Map<string, RawValue>();
    const read = async (): Promise<void> => {
      const result = await session(definition).read(definition.parameters, (step) => {
        expect(step.refused).toEqual([]);
        for (const [code, raw] of step.values) values.set(code, raw);
      });
      expect(result.ok).toBe(true);
    };
    await read();
    expect(values.size).toBe(parameters);
    for (const [code, raw] of values) {
      const parameter = definition.byCode.get(code)!;
      if (parameter.kind === "setting") expect([code, raw]).toEqual([code, drive.valueOf(code)]);
    }
    drive.givePermission();
    expect(await session(definition).write(definition.byCode.get(write.code)!, write.raw)).toEqual({
      kind: "written",
    });
    await read();
    expect(values.get(write.code)).toBe(write.raw);
  });
});

describe("what only some families do", () => {
  test("a rack tells its modules, slot by slot, and its axes", async () => {
    await stand("canopen gateway", plover, {
      rating: "P-06",
      firmware: "2.4",
      serial: "AP-9",
      axes: 3,
      modules: [1, 3, 3, 0, 4, 9],
    });
    const found = await identifyDrive((each) => session(each), [plover]);
    if (!found.ok) throw new Error(found.trouble.text);
    expect(found.value.identity.axes).toBe(3);
    expect(found.value.identity.modules).toEqual([
      { slot: 1, name: "Supply module", serial: "AP-9-1", firmware: "2.4" },
      { slot: 2, name: "Axis module 6 A", serial: "AP-9-2", firmware: "2.4" },
      { slot: 3, name: "Axis module 6 A", serial: "AP-9-3", firmware: "2.4" },
      { slot: 5, name: "Axis module 12 A", serial: "AP-9-5", firmware: "2.4" },
      { slot: 6, name: "Resistor module", serial: "AP-9-6", firmware: "2.4" },
    ]);
  });

  test("an option module has parameters and firmware of its own, and without it they are not there", async () => {
    const drive = await stand("tcp", hollin, {
      rating: "H-090",
      firmware: "5.2",
      serial: "OH-3",
      options: ["netmod"],
    });
    const found = await identifyDrive((each) => session(each), [hollin]);
    expect(found.ok && found.value.identity.options).toEqual([
      { id: "netmod", name: "Network module", firmware: "1.2" },
    ]);
    expect(drive.definition.byCode.has("H.eth.1")).toBe(true);
    expect(definitionFor(hollin, { firmware: "5.2", axes: 1, options: [] }).byCode.has("H.eth.1")).toBe(
      false,
    );
  });

  test("a drive that imitates its predecessor is taken for that, and says who it really is", async () => {
    const drive = await stand("tcp", runnel, {
      rating: "N-022",
      firmware: "2.1",
      serial: "FN-8",
      imitates: { rating: "R-030", firmware: "4.4" },
    });
    const found = await identifyDrive((each) => session(each), [rill, runnel]);
    if (!found.ok) throw new Error(found.trouble.text);
    expect(found.value.identity).toMatchObject({
      definitionId: rill.id,
      rating: "R-030",
      firmware: "4.4",
      really: {
        definitionId: runnel.id,
        family: "Fennimore Runnel",
        ratingName: "Runnel 2.2 kW",
        firmware: "2.1",
      },
    });
    drive.givePermission();
    const l101 = rill.byCode.get("1b")!;
    expect(await session(rill).write(l101, 1250)).toEqual({ kind: "written" });
    expect(drive.imitating!.valueOf("1b")).toBe(1250);
  });

  test("permission over the link is asked for by a command, and a write without it is refused without a trip", async () => {
    const drive = await stand("tcp", hollin, { rating: "H-090", firmware: "5.2", serial: "OH-4" });
    const parameter = hollin.byCode.get("H.rmp.1/2")!;
    expect(await session(hollin).write(parameter, 300)).toMatchObject({ kind: "refused" });
    expect(drive.axes.trip).toBe(0);
    expect(await session(hollin).command(hollin.file.permission!.ask!)).toEqual({ kind: "written" });
    expect(await session(hollin).write(parameter, 300)).toEqual({ kind: "written" });
    expect(drive.volatile).toBe(true);
    expect(await session(hollin).command(hollin.file.makePermanent!)).toEqual({ kind: "written" });
    expect(drive.volatile).toBe(false);
  });

  test("the control part alone: alive, its trip expected, nothing starts", async () => {
    const drive = await stand("tcp", hollin, { rating: "H-090", firmware: "5.2", serial: "OH-5" });
    drive.setMains(false);
    drive.start();
    expect(await session(hollin).readState()).toMatchObject({
      ok: true,
      value: { controlOnly: true, running: false, trip: { number: 102 } },
    });
    drive.resetTrip();
    expect(drive.axes.trip).toBe(102);
    drive.setMains(true);
    expect(await session(hollin).readState()).toMatchObject({
      ok: true,
      value: { controlOnly: false, tripped: false },
    });
  });

  test("axes that are nodes of their own: each is read and written at its own node", async () => {
    const byNode = loadDefinition(JSON.stringify({ ...plover.file, axes: { most: 4, by: "node" } }), "nodes");
    const drive = await stand("canopen gateway", byNode, {
      rating: "P-06",
      firmware: "2.4",
      serial: "AP-N",
      axes: 3,
    });
    const definition = definitionFor(byNode, { firmware: "2.4", axes: 3, options: [] });
    const parameter = definition.byCode.get("3:6083.00")!;
    expect(await session(definition).write(parameter, 77)).toEqual({ kind: "written" });
    expect(["6083.00", "2:6083.00", "3:6083.00"].map((code) => drive.valueOf(code))).toEqual([
      5_000_000, 5_000_000, 77,
    ]);
    expect(await session(definition, 3).readItems([{ address: parameter.address, type: "u32" }])).toEqual([
      { kind: "value", raw: 77 },
    ]);
    drive.start(2);
    const state = await session(definition).readState();
    expect(state.ok && state.value.axes?.map((each) => each.running)).toEqual([false, true, false]);
  });

  test("reduced supply and the memory card take effect at the next start only", async () => {
    const drive = await stand("canopen gateway", plover, { rating: "P-06", firmware: "2.4", serial: "AP-3" });
    const state = async () => {
      const now = await session(plover).readState();
      return now.ok && [now.value.reducedSupply, now.value.memoryCard];
    };
    expect(await session(plover).write(plover.byCode.get("5F31.03")!, 1)).toEqual({ kind: "written" });
    expect(await session(plover).command(plover.file.makePermanent!)).toEqual({ kind: "written" });
    expect(await state()).toEqual([false, false]);
    drive.powerOff();
    drive.powerOn();
    drive.saveToCard();
    expect(await state()).toEqual([true, true]);
    await session(plover).write(plover.byCode.get("2011.01")!, 1234);
    drive.useCard();
    expect(drive.valueOf("2011.01")).toBe(1234);
    drive.powerOff();
    drive.powerOn();
    expect(drive.valueOf("2011.01")).toBe(800);
  });

  test("alone on its line a drive answers at the family's lone address, with a second one it does not", async () => {
    await stand("rtu over tcp", rill, {
      rating: "R-030",
      firmware: "4.4",
      serial: "FR-7",
      values: { "1n": 17 },
    });
    const lone = rill.file.modbus!.loneAddress!;
    const found = await identifyDrive((each) => session(each, lone), [rill]);
    expect(found.ok && found.value.identity.serial).toBe("FR-7");
    line.add(
      new StandInDrive(rill, { rating: "R-030", firmware: "4.4", serial: "FR-8", values: { "1n": 18 } }),
    );
    expect(await link!.knock(lone, 120, IMPORTANCE.reading)).toMatchObject({ kind: "silent" });
    expect(await link!.knock(18, 400, IMPORTANCE.reading)).toEqual({ kind: "somebody" });
  });
});
