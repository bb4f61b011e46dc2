/** `npm test`: types, lint, boundaries, unit tests, browser tests. Prints the totals of all runners at the end; fails when one fails. */
import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import { installTools, installPackages, run } from "./prepare.mjs";

installPackages();
installTools();
rmSync("test-results", { recursive: true, force: true });
mkdirSync("test-results", { recursive: true });

let passed = 0;
let failed = 0;
const step = (name, command, args, options) => {
  console.log(`\n== ${name}`);
  const started = Date.now();
  const status = run(command, args, options);
  console.log(
    `== ${name}: ${status === 0 ? "fine" : `ended with ${status}`}, ${Math.round((Date.now() - started) / 1000)} s`,
  );
  return status;
};
const bin = (name) => `node_modules/.bin/${name}`;

for (const [name, command, args] of [
  ["types", "node", [bin("tsc"), "--noEmit"]],
  ["lint", "node", [bin("eslint"), ".", "--max-warnings", "0"]],
  ["format", "node", [bin("prettier"), "--check", ".", "--log-level", "warn"]],
  [
    "boundaries",
    "node",
    [
      bin("depcruise"),
      "--config",
      ".dependency-cruiser.cjs",
      "core",
      "server",
      "app",
      "features",
      "ui",
      "families",
      "simulator",
      "demo",
      "bench",
    ],
  ],
]) {
  if (step(name, command, args) === 0) passed += 1;
  else failed += 1;
}

const unit = step("unit tests", "node", [
  "--experimental-vm-modules",
  "--disable-warning=ExperimentalWarning",
  "node_modules/jest/bin/jest.js",
  "--json",
  "--outputFile=test-results/unit.json",
]);
count("test-results/unit.json", unit, (report) => [
  report.numPassedTests,
  report.numFailedTests + report.numRuntimeErrorTestSuites,
]);
const browser = step("browser tests", "node", [bin("playwright"), "test"]);
count("test-results/report.json", browser, (report) => [
  report.stats.expected,
  report.stats.unexpected + report.stats.flaky,
]);

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);

/** Adds a runner's own totals; a runner that failed without a report counts as one failure. */
function count(file, status, read) {
  if (!existsSync(file)) {
    failed += 1;
    return;
  }
  const [good, bad] = read(JSON.parse(readFileSync(file, "utf8")));
  passed += good;
  failed += bad;
  if (status !== 0 && bad === 0) failed += 1;
}
