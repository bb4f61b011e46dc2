import { spawn } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createInterface } from "node:readline";
import { afterAll, expect, test } from "@jest/globals";
import { sql } from "drizzle-orm";
import { openEmbedded } from "@/server/database";
import { emptyLedgerIn } from "@/server/testing/folder";
import { lockFolder } from "./lock";

const folder = mkdtempSync(join(tmpdir(), "calm-ledger-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

test("a killed program loses nothing that was acknowledged, and its lock goes with it", async () => {
  const child = spawn(process.execPath, [".threads/adding-areas.mjs", emptyLedgerIn(folder)], {
    stdio: ["ignore", "pipe", "inherit"],
  });
  let acknowledged = 0;
  for await (const line of createInterface({ input: child.stdout })) {
    acknowledged = Number(line);
    if (acknowledged === 3)
      await expect(openEmbedded(folder)).rejects.toThrow(/in use by another Calm Ledger process/);
    if (acknowledged >= 25) {
      child.kill("SIGKILL");
      break;
    }
  }
  await new Promise((resolve) => {
    if (child.exitCode !== null || child.signalCode !== null) resolve(undefined);
    else child.once("exit", resolve);
  });
  expect(acknowledged).toBe(25);
  const { db, close } = await openEmbedded(folder);
  const { rows } = (await db.execute(sql`select max(sort) as most, count(*) as n from area`)) as unknown as {
    rows: Array<{ most: number; n: number | string }>;
  };
  expect(Number(rows[0]!.most)).toBeGreaterThanOrEqual(acknowledged);
  expect(Number(rows[0]!.n)).toBe(Number(rows[0]!.most));
  const settings = (await db.execute(sql`select current_setting('fsync') as fsync`)) as unknown as {
    rows: Array<{ fsync: string }>;
  };
  expect(settings.rows[0]!.fsync).toBe("on");
  await close();
}, 120_000);

test("the lock is free again once it is released", async () => {
  const place = join(folder, "locked");
  const lock = await lockFolder(place);
  await expect(lockFolder(place)).rejects.toThrow(/Stop that one first/);
  await lock.release();
  await (await lockFolder(place)).release();
});
