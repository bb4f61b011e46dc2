import { existsSync } from "node:fs";
import { defineConfig } from "@playwright/test";
import { plantOf, WORKERS, type WorkersPlant } from "./tests/plants";

/** Debian builds it from the same source, without windows that nobody sees here, which cost a quarter of the browser's processor time. */
const HEADLESS = "/usr/bin/chromium-headless-shell";

/** Answers once all plants do. */
const READY_PORT = 4389;
const plants = Array.from({ length: WORKERS }, (_, worker) => plantOf(worker));

/** The journeys in a real browser, against the built application, the demo plant and its stand-ins. */
export default defineConfig({
  testDir: "tests",
  timeout: 120_000,
  // A machine of half the speed is still right.
  expect: { timeout: 15_000 },
  workers: WORKERS,
  retries: 0,
  reporter: [["list"], ["json", { outputFile: "test-results/report.json" }]],
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: existsSync(HEADLESS) ? HEADLESS : "/usr/bin/chromium",
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
  },
  webServer: {
    command: `node scripts/demos.mjs ${READY_PORT} '${JSON.stringify(plants.map(environmentOf))}'`,
    url: `http://127.0.0.1:${READY_PORT}`,
    timeout: 300_000,
    reuseExistingServer: false,
    stdout: "pipe",
  },
});

function environmentOf({ port, cabinetPort, folder, shift }: WorkersPlant): Record<string, string> {
  return {
    PORT: String(port),
    CABINET_PORT: String(cabinetPort),
    DATA_DIR: folder,
    DEMO_PORT_SHIFT: String(shift),
    NEXT_TELEMETRY_DISABLED: "1",
    LOG_LEVEL: "warn",
    CHECK_ANSWERS: "1",
  };
}
