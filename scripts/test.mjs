/** `npm test`: static checks, unit tests, browser tests. Prints the totals of all runners at the end; fails when one fails. */
import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import { installHeadless, installPackages, installTools, start } from "./prepare.mjs";
import { runBeside } from "./run-beside.mjs";
import { staticChecks } from "./static.mjs";

installPackages();
installTools();
installHeadless();
rmSync("test-results", { recursive: true, force: true });
mkdirSync("test-results", { recursive: true });

// Unit tests wait for drives and disks now and then: what needs neither is done meanwhile.
const checking = staticChecks();
const building = checking.then(() => runBeside("build", ["scripts/build.mjs"]));
const unit = await step("unit tests", [
  "node_modules/jest/bin/jest.js",
  "--json",
  "--outputFile=test-results/unit.json",
]);
let { passed, failed } = await checking;
count("test-results/unit.json", unit, (report) => [
  report.numPassedTests,
  report.numFailedTests + report.numRuntimeErrorTestSuites,
]);

const browser = (await building) || (await step("browser tests", ["node_modules/.bin/playwright", "test"]));
count("test-results/report.json", browser, (report) => [
  report.stats.expected,
  report.stats.unexpected + report.stats.flaky,
]);

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);

/** Runs one of the runners, and says how long it took. */
async function step(name, args) {
  console.log(`\n== ${name}`);
  const started = Date.now();
  const status = await new Promise((resolve) => start(process.execPath, args).on("close", resolve));
  const seconds = Math.round((Date.now() - started) / 1000);
  console.log(`== ${name}: ${status === 0 ? "fine" : `ended with ${status}`}, ${seconds} s`);
  return status;
}

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
