import { spawn, spawnSync } from "node:child_process";
import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, symlinkSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createInterface } from "node:readline";
import { afterAll, afterEach, beforeAll, expect, test } from "@jest/globals";
import { build } from "esbuild";
import { lockFolder } from "./lock";

const root = mkdtempSync(join(tmpdir(), "calm-ledger-lock-"));
const program = join(root, "lock.mjs");
beforeAll(async () => {
  await build({
    stdin: {
      contents: `import { lockFolder } from "./lock";
        try { await lockFolder(process.argv[2]); console.log("held"); setInterval(() => undefined, 1000); }
        catch (error) { console.log("refused: " + error.message); }`,
      resolveDir: "server/database",
      loader: "ts",
    },
    outfile: program,
    bundle: true,
    platform: "node",
    format: "esm",
  });
});
const children = new Set<ReturnType<typeof spawn>>();
afterEach(async () => {
  await Promise.all([...children].map(kill));
});
afterAll(() => rmSync(root, { recursive: true, force: true }));

async function kill(child: ReturnType<typeof spawn>): Promise<void> {
  children.delete(child);
  if (child.exitCode !== null || child.signalCode !== null) return;
  const gone = new Promise((resolve) => child.once("exit", resolve));
  child.kill("SIGKILL");
  await gone;
}

/** Another process that tries to take the folder; what it says first. `before` is put before its command. */
async function another(folder: string, before: string[] = []) {
  const [command, ...args] = [...before, process.execPath, program, folder];
  const child = spawn(command!, args, { stdio: ["ignore", "pipe", "inherit"] });
  children.add(child);
  for await (const line of createInterface({ input: child.stdout })) return { child, said: line };
  return { child, said: "nothing" };
}

const fresh = (name: string): string => {
  const folder = join(root, name);
  mkdirSync(folder, { recursive: true });
  return folder;
};

test("one holds it, whoever comes is told; killed, it is free at once", async () => {
  const folder = fresh("one");
  const first = await another(folder);
  expect(first.said).toBe("held");
  expect((await another(folder)).said).toMatch(/^refused: The data folder .*\/one is in use by another/);
  await expect(lockFolder(folder)).rejects.toThrow(/Stop that one first, or set DATA_DIR/);
  await kill(first.child);
  const own = await lockFolder(folder);
  await own.release();
});

test("twenty at once over what a killed one left: exactly one opens, again and again", async () => {
  const folder = fresh("twenty");
  for (let round = 0; round < 3; round++) {
    const all = await Promise.all(Array.from({ length: 20 }, () => another(folder)));
    expect(all.filter((each) => each.said === "held")).toHaveLength(1);
    expect(all.filter((each) => each.said.startsWith("refused"))).toHaveLength(19);
    for (const { child } of all) await kill(child);
  }
  // Nothing piles up: the last lock, and claims of nobody.
  expect(readdirSync(folder).filter((each) => each.startsWith("lock-"))).toHaveLength(1);
}, 60_000);

test("a path longer than a socket's, and the same folder under another name", async () => {
  const folder = fresh(
    join(
      "deep",
      ..."a"
        .repeat(12)
        .split("")
        .map((each) => each.repeat(20)),
    ),
  );
  expect(folder.length).toBeGreaterThan(200);
  const other = join(root, "other-name");
  symlinkSync(folder, other);
  expect((await another(folder)).said).toBe("held");
  expect((await another(other)).said).toMatch(/^refused/);
  await expect(lockFolder(folder)).rejects.toThrow(/in use/);
});

const canUnshare = spawnSync("unshare", ["-n", "-m", "true"]).status === 0;
(canUnshare ? test : test.skip)(
  "from another network and another view of the file system (containers that share a folder)",
  async () => {
    const folder = fresh("shared");
    const apart = ["unshare", "-n", "-m"];
    expect((await another(folder, apart)).said).toBe("held");
    expect((await another(folder, apart)).said).toMatch(/^refused/);
    expect((await another(folder)).said).toMatch(/^refused/);
    // Under another path, as a volume has in a container.
    const mounted = fresh("mounted");
    const bound = [
      "unshare",
      "-n",
      "-m",
      "sh",
      "-c",
      `mount --bind "${folder}" "${mounted}" && exec "$0" "$1" "${mounted}"`,
    ];
    expect((await another(mounted, bound)).said).toMatch(/^refused/);
    expect(existsSync(join(mounted, "lock-1"))).toBe(false);
  },
);
