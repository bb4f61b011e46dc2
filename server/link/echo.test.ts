import { connect as connectSocket, createServer, type AddressInfo, type Server } from "node:net";
import { afterEach, beforeEach, expect, test } from "@jest/globals";
import { rill } from "@/families/testing";
import { findReceipt } from "@/server/restore";
import { lookThrough } from "@/server/testing/look-through";
import { FRESH, RECORDED, recordStanding, testPlant, until, type TestPlant } from "@/server/testing/plant";

let plant: TestPlant;
let adapter: Server;
let port: number;
beforeEach(async () => {
  plant = await testPlant(RECORDED, {
    family: rill,
    make: { rating: "R-030", firmware: "4.4", serial: "FR-OLD-77" },
    line: "rtu-over-tcp",
  });
  // Two wires whose receiver is left on: what is sent comes back first, then what the drive says.
  adapter = createServer((socket) => {
    const line = connectSocket(plant.port, "127.0.0.1");
    socket.on("data", (bytes) => {
      socket.write(bytes);
      line.write(bytes);
    });
    line.on("data", (bytes) => socket.write(bytes));
    for (const [one, other] of [
      [socket, line],
      [line, socket],
    ] as const) {
      one.on("close", () => other.destroy());
      one.on("error", () => undefined);
    }
  });
  await new Promise<void>((resolve) => adapter.listen(0, "127.0.0.1", resolve));
  port = (adapter.address() as AddressInfo).port;
});
afterEach(async () => {
  await plant.close();
  await new Promise((resolve) => adapter.close(resolve));
});

async function connect(): Promise<string> {
  const link = { kind: "modbus-rtu-over-tcp" as const, host: "127.0.0.1", port };
  const connected = await plant.app.bench.connect(plant.person, 1, { link, unit: 1 });
  if (!connected.ok) throw new Error(connected.trouble.text);
  const { id } = connected.value;
  await until(plant, () => plant.app.bench.find(id)?.reading?.phase === "done");
  return id;
}

test("behind an adapter that echoes, a drive is read, recorded and restored; that it echoes is said, and no echo is taken for the drive's word", async () => {
  const { app, person, positionId } = plant;
  const old = await connect();
  expect(app.bench.find(old)!.view().echoes).toBe(true);
  expect(app.bench.find(old)!.values.get("4r")).toBe(RECORDED["4r"]);
  const recordId = await recordStanding(plant, old);
  await app.bench.letGo(old);
  plant.swap(FRESH);
  const fresh = await connect();
  plant.drive.givePermission();
  const begun = await app.restores.start(person, 1, { positionId, recordId, connectionId: fresh });
  if (!begun.ok) throw new Error(begun.trouble.text);
  const { id } = begun.value;
  await app.restores.settled(id);
  expect(await app.restores.confirm(id, person, await lookThrough(plant, id))).toMatchObject({ ok: true });
  await app.restores.settled(id);
  const { receiptId } = (await app.restores.shown.detail(id))!;
  expect((await findReceipt(app.db, 1, receiptId!))!.content.outcome).toBe("verified");
  expect(plant.drive.valueOf("4r", "permanent")).toBe(RECORDED["4r"]);
}, 60_000);
