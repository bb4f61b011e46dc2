import { defineConfig } from "@playwright/test";

const PORT = 4390;
const CABINET = 4391;

/** The journeys in a real browser, against the built application, the demo plant and its stand-ins. */
export default defineConfig({
  testDir: "tests",
  timeout: 120_000,
  workers: 1,
  retries: 0,
  reporter: [["list"], ["json", { outputFile: "test-results/report.json" }]],
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
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
  webServer: {
    command: "node scripts/demo.mjs --fresh",
    url: `http://127.0.0.1:${PORT}/sign-in`,
    timeout: 300_000,
    reuseExistingServer: false,
    stdout: "pipe",
    env: {
      PORT: String(PORT),
      CABINET_PORT: String(CABINET),
      DATA_DIR: "data/browser-tests",
      DEMO_PORT_SHIFT: "1000",
      NEXT_TELEMETRY_DISABLED: "1",
      LOG_LEVEL: "warn",
      CHECK_ANSWERS: "1",
    },
  },
});
