/** The checks that need no running program: types, lint, format, boundaries. Their words come one after the other, the work is done side by side. */
import { runBeside } from "./run-beside.mjs";

const ROOMS = ["core", "server", "app", "features", "ui", "families", "simulator", "demo", "bench"];
const CHECKS = {
  types: ["tsc", "--noEmit"],
  lint: ["eslint", ".", "--max-warnings", "0"],
  format: ["prettier", "--check", ".", "--log-level", "warn"],
  boundaries: ["depcruise", "--config", ".dependency-cruiser.cjs", ...ROOMS],
};

/** Runs all of them; gives back how many are fine and how many are not. */
export async function staticChecks() {
  const results = await Promise.all(
    Object.entries(CHECKS).map(([name, [command, ...args]]) =>
      runBeside(name, [`node_modules/.bin/${command}`, ...args]),
    ),
  );
  const passed = results.filter((status) => status === 0).length;
  return { passed, failed: results.length - passed };
}
