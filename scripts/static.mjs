/** The checks that need no running program: types, lint, format, boundaries. Their words come one after the other, the work is done side by side. */
import { spawn } from "node:child_process";

const ROOMS = ["core", "server", "app", "features", "ui", "families", "simulator", "demo", "bench"];
const CHECKS = {
  types: ["tsc", "--noEmit"],
  lint: ["eslint", ".", "--max-warnings", "0"],
  format: ["prettier", "--check", ".", "--log-level", "warn"],
  boundaries: ["depcruise", "--config", ".dependency-cruiser.cjs", ...ROOMS],
};

/** Runs all of them; gives back how many are fine and how many are not. */
export async function staticChecks() {
  const results = await Promise.all(Object.entries(CHECKS).map(([name, command]) => check(name, command)));
  const passed = results.filter((status) => status === 0).length;
  return { passed, failed: results.length - passed };
}

function check(name, [command, ...args]) {
  const started = Date.now();
  const child = spawn(process.execPath, [`node_modules/.bin/${command}`, ...args]);
  let said = "";
  for (const stream of [child.stdout, child.stderr]) stream.on("data", (text) => (said += text));
  return new Promise((resolve) =>
    child.on("close", (status) => {
      const seconds = Math.round((Date.now() - started) / 1000);
      console.log(
        `\n== ${name}: ${status === 0 ? "fine" : `ended with ${status}`}, ${seconds} s\n${said.trim()}`,
      );
      resolve(status);
    }),
  );
}
