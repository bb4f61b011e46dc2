import { spawn, spawnSync } from "node:child_process";
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";

/** Small helpers of the commands; nothing but Node is needed to run them. */
export const root = new URL("..", import.meta.url).pathname;
process.chdir(root);
process.env.NEXT_TELEMETRY_DISABLED = "1";

export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { stdio: "inherit", cwd: root, ...options });
  return result.status ?? 1;
}

export function mustRun(command, args, options = {}) {
  const status = run(command, args, options);
  if (status !== 0) {
    console.error(`\n"${command} ${args.join(" ")}" ended with ${status}.`);
    process.exit(status);
  }
}

export function start(command, args, options = {}) {
  return spawn(command, args, { stdio: "inherit", cwd: root, ...options });
}

/** Installs packages when they are missing or older than the lock file. */
export function installPackages() {
  const marker = join(root, "node_modules/.package-lock.json");
  const fresh =
    existsSync(marker) && statSync(marker).mtimeMs >= statSync(join(root, "package-lock.json")).mtimeMs;
  if (fresh) return;
  console.log("Installing packages ...");
  // Not "npm ci": a registry that mirrors only some platforms leaves the others' binaries out of the lock file, which it does not forgive.
  mustRun("npm", ["install", "--no-fund", "--no-audit", "--loglevel=error"]);
}

/**
 * Installs what the tests need beside packages, where it is absent and apt-get is there: Debian's Chromium, socat, which makes pseudo-terminals,
 * and PostgreSQL.
 */
export function installTools() {
  const missing = [
    ["chromium", "/usr/bin/chromium"],
    ["socat", "/usr/bin/socat"],
    ["postgresql", "/usr/lib/postgresql"],
    ["openssl", "/usr/bin/openssl"],
  ]
    .filter(([, path]) => !existsSync(path))
    .map(([name]) => name);
  if (missing.length === 0) return;
  if (spawnSync("apt-get", ["--version"]).status !== 0) {
    console.error(`The tests need ${missing.join(" and ")}. Install it, then try again.`);
    process.exit(1);
  }
  console.log(`Installing ${missing.join(" and ")} ...`);
  mustRun("apt-get", ["update", "-qq"]);
  mustRun("apt-get", ["install", "-y", "-qq", "--no-install-recommends", ...missing], {
    env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
  });
}

/** Installs socat for the demo's serial port; without it that one line is left out. */
export function installSocat() {
  installWished("socat", "/usr/bin/socat", "for the demo's serial port");
}

/** Installs Chromium without the windows that nobody sees in a test; else Debian's usual one is taken. */
export function installHeadless() {
  installWished("chromium-headless-shell", "/usr/bin/chromium-headless-shell", "for the browser tests");
}

/** Installs what is wished and not needed, where that can be done without asking. */
function installWished(name, path, what) {
  if (existsSync(path) || process.getuid?.() !== 0 || spawnSync("apt-get", ["--version"]).status !== 0)
    return;
  console.log(`Installing ${name}, ${what} ...`);
  run("sh", ["-c", `apt-get update -qq && apt-get install -y -qq --no-install-recommends ${name}`], {
    stdio: "ignore",
    timeout: 120_000,
    env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
  });
}

/** Builds the application when its sources are newer than the last build. */
export function buildWhenNeeded() {
  const stamp = join(root, ".next/built-from");
  const now = newest([
    "app",
    "core",
    "server",
    "features",
    "public",
    "ui",
    "families",
    "package-lock.json",
    "next.config.mjs",
  ]);
  if (existsSync(stamp) && Number(readFileSync(stamp, "utf8")) === now) return;
  console.log("Building ...");
  mustRun("node", ["scripts/build-threads.mjs"]);
  mustRun("node", ["node_modules/next/dist/bin/next", "build"], { stdio: ["ignore", "inherit", "inherit"] });
  writeFileSync(stamp, String(now));
}

function newest(paths) {
  let latest = 0;
  for (const path of paths) {
    const full = join(root, path);
    if (!existsSync(full)) continue;
    const stat = statSync(full);
    if (stat.isDirectory()) {
      for (const entry of readdirSync(full, { recursive: true }))
        latest = Math.max(latest, Math.round(statSync(join(full, entry)).mtimeMs));
    } else latest = Math.max(latest, Math.round(stat.mtimeMs));
  }
  return latest;
}

/** Waits until an address answers. */
export async function answers(url, seconds = 60) {
  for (let i = 0; i < seconds * 5; i++) {
    try {
      await fetch(url, { redirect: "manual" });
      return true;
    } catch {
      await new Promise((resolve) => setTimeout(resolve, 200));
    }
  }
  return false;
}

export const tsx = ["node_modules/tsx/dist/cli.mjs"];
