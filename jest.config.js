/** Unit tests stand beside what they test; the browser's tests are Playwright's, in tests/. */
const IGNORED = ["/node_modules/", "/.next/", "<rootDir>/tests/", "<rootDir>/data/"];

const shared = {
  runner: "<rootDir>/scripts/test-runner.mjs",
  modulePathIgnorePatterns: ["<rootDir>/.next/", "<rootDir>/data/"],
};

const config = {
  projects: [
    {
      ...shared,
      displayName: "program",
      testMatch: ["**/*.test.{ts,tsx}"],
      testPathIgnorePatterns: [...IGNORED, "<rootDir>/(features|ui)/"],
      globalSetup: "<rootDir>/scripts/prepare-tests.mjs",
      setupFiles: ["<rootDir>/scripts/test-process.mjs"],
    },
    {
      ...shared,
      displayName: "pages",
      testMatch: ["<rootDir>/{features,ui}/**/*.test.{ts,tsx}"],
      testPathIgnorePatterns: IGNORED,
      setupFiles: ["<rootDir>/scripts/test-process.mjs", "<rootDir>/scripts/test-page.mjs"],
    },
  ],
  testSequencer: "<rootDir>/scripts/longest-first.mjs",
  // One more than there are processors in the smallest machine: what waits for a drive leaves the processor to another.
  maxWorkers: 3,
};

export default config;
