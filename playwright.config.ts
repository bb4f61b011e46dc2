import { defineConfig } from "@playwright/test";
import { plantOf, WORKERS } from "./tests/plants";

/** The journeys in a real browser, against the built application, the demo plant and its stand-ins. */
export default defineConfig({
  testDir: "tests",
  timeout: 120_000,
  workers: WORKERS,
  retries: 0,
  reporter: [["list"], ["json", { outputFile: "test-results/report.json" }]],
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: "/usr/bin/chromium",
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
  webServer: Array.from({ length: WORKERS }, (_, worker) => {
    const { port, cabinetPort, folder, shift } = plantOf(worker);
    return {
      command: "node scripts/demo.mjs --fresh",
      url: `http://127.0.0.1:${port}/sign-in`,
      timeout: 300_000,
      reuseExistingServer: false,
      stdout: "pipe" as const,
      env: {
        PORT: String(port),
        CABINET_PORT: String(cabinetPort),
        DATA_DIR: folder,
        DEMO_PORT_SHIFT: String(shift),
        NEXT_TELEMETRY_DISABLED: "1",
        LOG_LEVEL: "warn",
        CHECK_ANSWERS: "1",
      },
    };
  }),
});
