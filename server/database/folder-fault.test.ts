import { spawnSync } from "node:child_process";
import {
  chmodSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
  statfsSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, expect, test } from "@jest/globals";
import { sql } from "drizzle-orm";
import { openEmbedded } from "@/server/database";
import { emptyLedgerIn } from "@/server/testing/folder";
import { folderFault } from "./folder-fault";

const root = mkdtempSync(join(tmpdir(), "calm-ledger-fault-"));
afterAll(() => {
  if (mounted) spawnSync("umount", ["-l", small]);
  rmSync(root, { recursive: true, force: true });
});

test.each([
  ["EACCES", /may not write there. Give the folder to that user/],
  ["EROFS", /read-only. Mount it for writing/],
  ["ENOSPC", /disk is full. Make room/],
  ["ENOTDIR", /is a file and no folder. Correct DATA_DIR/],
])("%s has a remedy", (code, words) => {
  const said = folderFault("/data", Object.assign(new Error(`${code}: not done, mkdir '/data'`), { code }));
  expect(said.message).toMatch(words);
  expect(said.message).toMatch(/^The data folder \/data cannot be used\./);
});
test("what comes as words from another thread is known too", () => {
  expect(folderFault("/data", new Error("EROFS: read-only file system, open '/data/x'")).message).toMatch(
    /read-only/,
  );
  expect(folderFault("/data", new Error("could not write: No space left on device")).message).toMatch(
    /disk is full/,
  );
});

test("a path through a file is refused in words", async () => {
  const file = join(root, "file");
  writeFileSync(file, "");
  await expect(openEmbedded(join(file, "data"))).rejects.toThrow(/is a file and no folder/);
});

test("a damaged database is refused in words, and left as it is", async () => {
  const folder = join(root, "damaged");
  emptyLedgerIn(folder);
  const control = join(folder, "database", "global", "pg_control");
  truncateSync(control, 100);
  const before = readFileSync(control);
  await expect(openEmbedded(folder)).rejects.toThrow(
    /cannot be opened: .*put back a copy of the whole folder/s,
  );
  expect(readFileSync(control).equals(before)).toBe(true);
}, 60_000);

const asNobody = process.getuid?.() === 0 && spawnSync("setpriv", ["--reuid=65534", "true"]).status === 0;
(asNobody ? test : test.skip)("a folder of another user is refused in words", () => {
  const folder = join(root, "theirs");
  mkdirSync(folder);
  chmodSync(root, 0o755);
  chmodSync(folder, 0o755);
  expect(statSync(folder).uid).toBe(0);
  const { stdout } = spawnSync(
    "setpriv",
    ["--reuid=65534", "--clear-groups", process.execPath, ".threads/adding-areas.mjs", folder],
    { encoding: "utf8", timeout: 60_000, env: { ...process.env, TMPDIR: "/tmp", HOME: "/tmp" } },
  );
  expect(stdout).toMatch(/cannot be used. This program's user may not write there/);
});

const small = join(root, "small");
mkdirSync(small);
const mounted =
  process.getuid?.() === 0 &&
  spawnSync("mount", ["-t", "tmpfs", "-o", "size=120m", "tmpfs", small]).status === 0;
(mounted ? test : test.skip)(
  "the disk fills up under the database's log: it ends at once and says why, nobody waits for ever; with room again, what was acknowledged is there",
  async () => {
    const folder = join(small, "data");
    const database = await openEmbedded(emptyLedgerIn(folder));
    const ended = new Promise<string>((resolve) => (database.onEnded = resolve));
    const { db } = database;
    await db.execute(sql`insert into area (plant_id, name, sort) values (1, 'kept', 1)`);
    const { bavail, bsize } = statfsSync(small);
    writeFileSync(join(small, "fill"), Buffer.alloc(bavail * bsize - 1024 * 1024));
    // What goes into the log alone, until it needs a file more than there is room for.
    const log = async (): Promise<never> => {
      for (;;) await db.execute(sql`select pg_logical_emit_message(false, 'test', repeat('x', 1000000))`);
    };
    await expect(log()).rejects.toThrow();
    await expect(db.execute(sql`select 1`)).rejects.toThrow();
    expect(await ended).toMatch(/ended itself: could not write to file .*No space left.*make room/s);
    rmSync(join(small, "fill"));
    await database.close().catch(() => undefined);
    const again = await openEmbedded(folder);
    const { rows } = (await again.db.execute(sql`select name from area`)) as unknown as { rows: object[] };
    expect(rows).toEqual([{ name: "kept" }]);
    await again.close();
  },
  60_000,
);

(mounted ? test : test.skip)(
  "on a file system mounted read-only it is refused in words, a new folder and one with a ledger; mounted for writing it opens",
  async () => {
    const disk = join(root, "disk");
    mkdirSync(disk);
    const mount = (...options: string[]): number | null =>
      spawnSync("mount", [...options, disk], { stdio: "ignore" }).status;
    expect(mount("-t", "tmpfs", "-o", "size=120m", "tmpfs")).toBe(0);
    try {
      const folder = join(disk, "data");
      emptyLedgerIn(folder);
      expect(mount("-o", "remount,ro")).toBe(0);
      for (const each of [folder, join(disk, "new")])
        await expect(openEmbedded(each)).rejects.toThrow(/is read-only\. Mount it for writing/);
      expect(mount("-o", "remount,rw")).toBe(0);
      await (await openEmbedded(folder)).close();
    } finally {
      spawnSync("umount", ["-l", disk]);
    }
  },
  60_000,
);
