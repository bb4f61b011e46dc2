import { spawn, spawnSync, type ChildProcess } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createInterface } from "node:readline";
import { afterAll, afterEach, beforeAll, expect, test } from "@jest/globals";
import type { DriveMake } from "@/core/stand-in";
import { StandInDrive } from "@/core/stand-in";
import { handleModbus } from "@/core/stand-in";
import { definitions, rill } from "@/families/testing";
import { findReceipt } from "@/server/restore";
import { lookThrough } from "@/server/testing/look-through";
import { RECORDED, testPlant, until, type TestPlant } from "@/server/testing/plant";

const folder = mkdtempSync(join(tmpdir(), "calm-ledger-foreign-"));
const program = join(folder, "modbus-server");
const built =
  spawnSync("cc", ["-o", program, "server/testing/foreign/modbus-server.c", "-lmodbus"]).status === 0;
if (!built)
  process.stderr.write("Without a C compiler and libmodbus the foreign Modbus server is not tried.\n");

const servers = new Set<ChildProcess>();
let plant: TestPlant;
beforeAll(async () => {
  plant = await testPlant();
});
afterEach(() => {
  for (const each of servers) each.kill("SIGKILL");
  servers.clear();
});
afterAll(async () => {
  await plant.close();
  rmSync(folder, { recursive: true, force: true });
});

/** The registers of a drive as it stands, served by a program that others wrote. Gives its port. */
async function serve(make: DriveMake): Promise<number> {
  const drive = new StandInDrive(rill, make, undefined, definitions);
  drive.givePermission();
  const lines: string[] = [];
  for (let address = 0; address < 65_536; address++) {
    const answer = handleModbus(drive, { kind: "read", function: 3, address, count: 1 });
    if (answer?.kind === "registers") lines.push(`${address} ${answer.values[0]}`);
  }
  // Values of several registers are answered only whole.
  for (const { address, registers } of rill.parameters) {
    const answer = handleModbus(drive, { kind: "read", function: 3, address, count: registers });
    if (answer?.kind === "registers")
      answer.values.forEach((value, i) => lines.push(`${address + i} ${value}`));
  }
  for (const { address, type, length } of rill.file.identity) {
    const count = type === "text" ? Math.ceil((length ?? 0) / 2) : 1;
    const answer = handleModbus(drive, { kind: "read", function: 3, address: Number(address), count });
    if (answer?.kind === "registers")
      answer.values.forEach((value, i) => lines.push(`${Number(address) + i} ${value}`));
  }
  const file = join(folder, `${make.serial}.txt`);
  writeFileSync(file, lines.join("\n"));
  const server = spawn(program, [file], { stdio: ["ignore", "pipe", "inherit"] });
  servers.add(server);
  for await (const line of createInterface({ input: server.stdout })) return Number(line);
  throw new Error("The foreign server did not start.");
}

async function connect(port: number): Promise<string> {
  const connected = await plant.app.bench.connect(plant.person, 1, {
    link: { kind: "modbus-tcp", host: "127.0.0.1", port },
    unit: 1,
  });
  if (!connected.ok) throw new Error(connected.trouble.text);
  const { id } = connected.value;
  await until(plant, () => plant.app.bench.find(id)?.reading?.phase === "done");
  return id;
}

(built ? test : test.skip)(
  "a drive behind a Modbus server that others wrote is read, recorded, and restored onto a second one",
  async () => {
    const { app, person, positionId } = plant;
    const old = await connect(
      await serve({ rating: "R-030", firmware: "4.4", serial: "FR-OLD-77", values: RECORDED }),
    );
    const kept = await app.bench.record(person, app.bench.find(old)!, positionId);
    if (!kept.ok) throw new Error(kept.trouble.text);
    expect(kept.value.record).toMatchObject({ serial: "FR-OLD-77", present: kept.value.record.expected });
    expect(app.bench.find(old)!.values.get("4r")).toBe(RECORDED["4r"]);
    await app.bench.letGo(old);

    const fresh = await connect(await serve({ rating: "R-030", firmware: "4.4", serial: "FR-NEW-01" }));
    const begun = await app.restores.start(person, 1, {
      positionId,
      recordId: kept.value.record.id,
      connectionId: fresh,
    });
    if (!begun.ok) throw new Error(begun.trouble.text);
    const { id } = begun.value;
    await app.restores.settled(id);
    // A restart would end the connection; this server has none.
    const { choices, plan } = (await app.restores.shown.detail(id))!;
    const after = plan!.writes.filter(({ code }) => rill.byCode.get(code)!.effect === "after-restart");
    const leaveOut = [...choices.leaveOut, ...after.map((each) => each.code)];
    await app.restores.choose(id, person, { ...choices, exchanged: ["drive"], leaveOut });
    expect(await app.restores.confirm(id, person, await lookThrough(plant, id))).toMatchObject({ ok: true });
    await app.restores.settled(id);
    const detail = (await app.restores.shown.detail(id))!;
    expect(detail.place).toMatchObject({ stage: "receipt", over: "done" });
    const { content } = (await findReceipt(app.db, 1, detail.receiptId!))!;
    expect(content.outcome).toBe("verified");
    expect(content.results.find((each) => each.code === "4r")).toMatchObject({
      verdict: "verified",
      readBack: RECORDED["4r"],
    });
  },
  60_000,
);
