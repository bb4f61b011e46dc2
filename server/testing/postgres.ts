import { execFileSync, spawn } from "node:child_process";
import { existsSync, mkdtempSync, readdirSync, renameSync, rmSync } from "node:fs";
import { createServer, type AddressInfo } from "node:net";
import { tmpdir, userInfo } from "node:os";
import { join } from "node:path";

const HOME = "/usr/lib/postgresql";

/** The newest PostgreSQL that Debian has installed. */
function version(): string {
  const versions = existsSync(HOME) ? readdirSync(HOME).sort((a, b) => Number(b) - Number(a)) : [];
  if (versions.length === 0)
    throw new Error("There is no PostgreSQL in /usr/lib/postgresql. `npm test` installs it.");
  return versions[0]!;
}

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const server = createServer().listen(0, "127.0.0.1", () => {
      const { port } = server.address() as AddressInfo;
      server.close(() => resolve(port));
    });
  });
}

/** A PostgreSQL server of one's own on loopback, with nothing in it; gone when it is stopped. It refuses to run as root, and becomes "postgres" then. */
export async function startPostgres(): Promise<{ url: string; stop: () => Promise<void> }> {
  const bin = join(HOME, version(), "bin");
  const root = userInfo().uid === 0;
  const as = (program: string, args: string[]): [string, string[]] =>
    root ? ["runuser", ["-u", "postgres", "--", join(bin, program), ...args]] : [join(bin, program), args];
  const folder = mkdtempSync(join(tmpdir(), "calm-ledger-postgres-"));
  if (root) execFileSync("chown", ["postgres", folder]);
  const data = join(folder, "data");
  // Made once, then unpacked: that takes a tenth of the time.
  const made = join(".threads", `postgres-${version()}.tar`);
  if (existsSync(made)) {
    execFileSync("tar", ["-xf", made, "-C", folder]);
    if (root) execFileSync("chown", ["-R", "postgres", folder]);
  } else {
    const [initdb, initdbArgs] = as("initdb", [
      ...["-D", data, "-U", "ledger", "-A", "trust", "-E", "UTF8"],
      "--no-sync",
    ]);
    execFileSync(initdb, initdbArgs, { stdio: "ignore", cwd: "/" });
    const part = `${made}.${process.pid}`;
    execFileSync("tar", ["-cf", part, "-C", folder, "data"]);
    renameSync(part, made);
  }
  const port = await freePort();
  const [postgres, args] = as("postgres", [
    ...["-D", data, "-k", folder, "-h", "127.0.0.1", "-p", String(port)],
    ...["-c", "fsync=off"],
  ]);
  const server = spawn(postgres, args, { stdio: ["ignore", "ignore", "pipe"], cwd: "/" });
  await new Promise<void>((resolve, reject) => {
    server.once("exit", (status) => reject(new Error(`PostgreSQL ended with ${status}.`)));
    server.stderr.on("data", (text: Buffer) => {
      if (String(text).includes("ready to accept connections")) resolve();
    });
  });
  return {
    url: `postgres://ledger@127.0.0.1:${port}/postgres`,
    stop: async () => {
      const gone = new Promise((resolve) => server.once("exit", resolve));
      const [control, controlArgs] = as("pg_ctl", ["-D", data, "-m", "fast", "stop"]);
      execFileSync(control, controlArgs, { stdio: "ignore", cwd: "/" });
      await gone;
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
