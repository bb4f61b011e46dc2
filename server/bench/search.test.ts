import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, afterEach, beforeAll, describe, expect, test } from "@jest/globals";
import type { SearchView } from "@/core/contract";
import type { SearchRequest } from "@/core/link";
import { StandInDrive } from "@/core/stand-in";
import { definitions, plover, rill, runnel } from "@/families/testing";
import { listLinks } from "@/server/bench";
import { connectAndRead, recordStanding, testPlant, type TestPlant } from "@/server/testing/plant";
import { StandInLine } from "@/simulator/line";
import type { LineSettings } from "@/simulator/spoken-line";

let plant: TestPlant;
let line: StandInLine | undefined;
const folder = mkdtempSync(join(tmpdir(), "calm-ledger-"));
beforeAll(async () => {
  plant = await testPlant();
});
afterEach(async () => {
  await line?.close();
  line = undefined;
});
afterAll(async () => {
  await plant.close();
  rmSync(folder, { recursive: true, force: true });
});

const rillAt = (unit: number, serial = `FR-${unit}`, values: Record<string, number> = {}): StandInDrive =>
  new StandInDrive(rill, { rating: "R-030", firmware: "4.4", serial, values: { "1n": unit, ...values } });

async function standLine(settings: Partial<LineSettings>, ...drives: StandInDrive[]): Promise<number> {
  line = new StandInLine({ id: "s", title: "s", port: 0, baud: 0, gateway: false, ...settings });
  const port = await line.open();
  for (const each of drives) line.add(each);
  return port;
}

async function search(
  request: Partial<SearchRequest> & Pick<SearchRequest, "link">,
  patient = false,
  during?: (view: SearchView) => void,
): Promise<SearchView> {
  const ended = new Promise<SearchView>((resolve) => {
    const leave = plant.app.events.subscribe((event) => {
      if (event.type !== "search") return;
      if (event.view.phase === "looking") return during?.(event.view);
      leave();
      resolve(event.view);
    });
  });
  const begun = await plant.app.searches.start(plant.person, 1, {
    from: 1,
    to: 12,
    breadth: "these",
    patient,
    ...request,
  });
  if (!begun.ok) throw new Error(begun.trouble.text);
  return ended;
}

const over = (port: number) => ({ kind: "modbus-rtu-over-tcp", host: "127.0.0.1", port }) as const;
const onPort = (name: string, baud = 9600) =>
  ({
    kind: "modbus-serial",
    path: join(folder, name),
    framing: "rtu",
    baud,
    parity: "even",
    stopBits: 1,
  }) as const;
const foundAt = (view: SearchView): Array<[number, string | undefined]> =>
  view.found
    .map((each): [number, string | undefined] => [each.unit, each.identity?.serial])
    .sort((a, b) => a[0] - b[0]);

describe("finding drives", () => {
  test("on a range: three among twelve, each with who it is, and all kept with the link", async () => {
    const port = await standLine(
      { kind: "rtu-over-tcp" },
      rillAt(2),
      rillAt(7),
      new StandInDrive(runnel, { rating: "N-022", firmware: "2.1", serial: "FN-9", values: { CM101: 11 } }),
    );
    const view = await search({ link: over(port) });
    expect(foundAt(view)).toEqual([
      [2, "FR-2"],
      [7, "FR-7"],
      [11, "FN-9"],
    ]);
    expect(view.passes[0]!.marks).toBe(
      [240, 245, ...Array.from({ length: 12 }, (_, i) => i + 1)]
        .map((unit) => ([2, 7, 11].includes(unit) ? "f" : "s"))
        .join(""),
    );
    expect(view.advice).toEqual([]);
    const link = (await listLinks(plant.app.db, 1)).find(
      (each) => each.key === `modbus-rtu-over-tcp 127.0.0.1:${port}`,
    )!;
    expect(link.seen.map((each) => [each.unit, each.identity?.definitionId])).toEqual([
      [2, rill.id],
      [7, rill.id],
      [11, runnel.id],
    ]);
  });

  test("a drive that a position knows is recognised, also when it was swapped", async () => {
    await recordStanding(plant, await connectAndRead(plant));
    const view = await search({
      link: { kind: "modbus-tcp", host: "127.0.0.1", port: plant.port },
      from: 1,
      to: 1,
    });
    expect(view.found).toMatchObject([{ unit: 1, position: { tag: "KL-03" }, swapped: false }]);
    plant.swap({ rating: "R-030", firmware: "4.4", serial: "FR-NEW-5" });
    const again = await search({
      link: { kind: "modbus-tcp", host: "127.0.0.1", port: plant.port },
      from: 1,
      to: 1,
    });
    expect(again.found).toMatchObject([
      { unit: 1, identity: { serial: "FR-NEW-5" }, position: { tag: "KL-03" }, swapped: true },
    ]);
  });

  test("alone on the line it is found at once at its lone address, and known by its own", async () => {
    const port = await standLine({ kind: "rtu-over-tcp" }, rillAt(9));
    const view = await search({ link: over(port), from: 1, to: 3 });
    expect(view.found).toMatchObject([{ unit: 9, lone: 240, identity: { serial: "FR-9" } }]);
  });

  test("a slow drive is not passed over: its late answer is noticed, and it is asked again", async () => {
    const port = await standLine({ kind: "rtu-over-tcp", baud: 1200 }, rillAt(3), rillAt(8));
    expect(foundAt(await search({ link: over(port), from: 2, to: 9 }))).toEqual([
      [3, "FR-3"],
      [8, "FR-8"],
    ]);
  });

  test("one device that answers at every address is one drive", async () => {
    const one = rillAt(1);
    const port = await standLine({ kind: "tcp" });
    line!.heardAt = () => [one];
    const view = await search({ link: { kind: "modbus-tcp", host: "127.0.0.1", port }, to: 200 });
    expect(view.found).toHaveLength(1);
    expect(view.passes[0]!.marks).toMatch(/^f{4}\.+$/);
  });

  test("nodes behind a CANopen gateway, several questions at once", async () => {
    const port = await standLine(
      { kind: "canopen" },
      new StandInDrive(plover, {
        rating: "P-06",
        firmware: "2.4",
        serial: "AP-5",
        axes: 2,
        values: { "5F40.01": 5 },
      }),
      new StandInDrive(plover, {
        rating: "P-02",
        firmware: "2.1",
        serial: "AP-20",
        values: { "5F40.01": 20 },
      }),
    );
    const view = await search({
      link: { kind: "canopen-gateway", host: "127.0.0.1", port, net: 1, inFlight: 8 },
      to: 24,
    });
    expect(foundAt(view)).toEqual([
      [5, "AP-5"],
      [20, "AP-20"],
    ]);
  });

  test("on a serial port at another speed than thought: the factory settings of the families are tried", async () => {
    await standLine(
      {
        kind: "serial",
        path: join(folder, "speed"),
        serial: { framing: "rtu", baud: 19_200, parity: "even" },
      },
      rillAt(4, "FR-4", { "2n": 2 }),
    );
    const view = await search({ link: onPort("speed"), to: 5, breadth: "families" });
    expect(foundAt(view)).toEqual([[4, "FR-4"]]);
    expect(view.found[0]!.link).toMatchObject({ baud: 19_200 });
    // What answered is what is kept.
    expect(
      (await listLinks(plant.app.db, 1)).find((each) => each.key === `serial ${join(folder, "speed")}`)!
        .settings,
    ).toMatchObject({ baud: 19_200 });
    // Its name was made of its settings, and follows them.
    const names = (await listLinks(plant.app.db, 1)).map((each) => each.name);
    expect(names).toContain(`${join(folder, "speed")}, RTU 19200 8E1`);
  });

  test("it can be stopped; what was found stays", async () => {
    const port = await standLine({ kind: "rtu-over-tcp" }, rillAt(1));
    const view = await search({ link: over(port), to: 247 }, false, ({ id, found }) => {
      if (found.length > 0) plant.app.searches.stop(id);
    });
    expect(view.phase).toBe("stopped");
    expect(view.found).toHaveLength(1);
    expect(view.passes[0]!.marks).toContain(".");
  });

  test("two searches on one link: the second is told who is at it", async () => {
    const port = await standLine({ kind: "rtu-over-tcp" }, rillAt(1));
    let second: unknown;
    await search({ link: over(port), to: 6 }, false, () => {
      second ??= plant.app.searches.start(plant.person, 1, {
        link: over(port),
        from: 1,
        to: 2,
        breadth: "these",
        patient: false,
      });
    });
    expect(await second).toMatchObject({
      ok: false,
      trouble: { text: expect.stringContaining("Ines Varga is looking") as unknown },
    });
  });

  test.each([
    [{ from: 9, to: 3 }, /lies above/],
    [{ from: 1, to: 300 }, /no address 300/],
  ])("addresses that make no sense are refused: %j", async (range, words) => {
    const begun = await plant.app.searches.start(plant.person, 1, {
      link: over(1),
      breadth: "these",
      patient: false,
      ...range,
    });
    expect(!begun.ok && begun.trouble.text).toMatch(words);
  });
});

describe("what a line shows is told apart", () => {
  const CASES: Array<[string, (line: StandInLine) => void, string]> = [
    [
      "noise",
      (each) => {
        each.disturbance = "noise";
      },
      "wrong-speed",
    ],
    [
      "bad-check",
      (each) => {
        each.disturbance = "bad-check";
      },
      "bad-check",
    ],
    [
      "deaf",
      (each) => {
        each.disturbance = "deaf";
      },
      "silence",
    ],
    [
      "now-and-then",
      (each) => {
        each.disturbance = "now-and-then";
      },
      "now-and-then",
    ],
    [
      "exceptions",
      (each) => {
        each.disturbance = "exceptions";
      },
      "unknown-drive",
    ],
    [
      "two drives with one address",
      (each) => {
        each.add(rillAt(1, "FR-TWIN"));
        each.add(rillAt(2));
      },
      "shared-address",
    ],
  ];
  test.each(CASES)("%s", async (_what, disturb, expected) => {
    const port = await standLine({ kind: "rtu-over-tcp" }, rillAt(1));
    disturb(line!);
    const view = await search({ link: over(port), from: 1, to: 3 });
    expect(view.advice.map((each) => each.id)).toEqual([expected]);
  });
  test("a wrong speed on a port", async () => {
    await standLine(
      {
        kind: "serial",
        path: join(folder, "wrong"),
        serial: { framing: "rtu", baud: 38_400, parity: "even" },
      },
      rillAt(1, "FR-1", { "2n": 3 }),
    );
    expect((await search({ link: onPort("wrong"), to: 4 })).advice.map((each) => each.id)).toEqual([
      "wrong-speed",
    ]);
  });
  test("no such port", async () => {
    expect((await search({ link: onPort("nowhere"), to: 2 })).advice.map((each) => each.id)).toEqual([
      "no-such-port",
    ]);
  });
  test("a host that refuses", async () => {
    const port = await standLine({ kind: "tcp" });
    await line!.close();
    line = undefined;
    expect(
      (await search({ link: { kind: "modbus-tcp", host: "127.0.0.1", port }, to: 2 })).advice.map(
        (each) => each.id,
      ),
    ).toEqual(["connection-refused"]);
  });
  test("a drive that no definition fits is found as such", async () => {
    const stranger = {
      ...rill,
      file: {
        ...rill.file,
        identity: rill.file.identity.map((each) =>
          each.field === "family" ? { ...each, equals: 4711 } : each,
        ),
      },
    };
    const port = await standLine(
      { kind: "rtu-over-tcp" },
      new StandInDrive(stranger, { rating: "R-030", firmware: "4.4", serial: "X" }, undefined, definitions),
    );
    const view = await search({ link: over(port), from: 1, to: 1 });
    expect(view.found).toMatchObject([{ unit: 1, trouble: { kind: "unknown-drive" } }]);
    expect(view.advice.map((each) => each.id)).toEqual(["unknown-drive"]);
  });
});
