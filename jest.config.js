/** Unit tests stand beside what they test; the browser's tests are Playwright's, in tests/. */
const config = {
  testEnvironment: "<rootDir>/scripts/test-environment.mjs",
  extensionsToTreatAsEsm: [".ts", ".tsx"],
  transform: {
    "^.+\\.tsx?$": [
      "<rootDir>/scripts/local-globals.mjs",
      {
        jsc: {
          parser: { syntax: "typescript", tsx: true },
          target: "es2022",
          transform: { react: { runtime: "automatic" } },
        },
        module: { type: "es6" },
      },
    ],
    "/(drizzle-orm|@electric-sql/pglite)/.*\\.js$": ["<rootDir>/scripts/local-globals.mjs", { plain: true }],
  },
  transformIgnorePatterns: ["/node_modules/(?!(drizzle-orm|@electric-sql/pglite)/)"],
  moduleNameMapper: { "^@/(.*)$": "<rootDir>/$1" },
  testMatch: ["**/*.test.ts", "**/*.test.tsx"],
  testPathIgnorePatterns: ["/node_modules/", "/.next/", "<rootDir>/tests/", "<rootDir>/data/"],
  modulePathIgnorePatterns: ["<rootDir>/.next/", "<rootDir>/data/"],
  globalSetup: "<rootDir>/scripts/prepare-tests.mjs",
  testSequencer: "<rootDir>/scripts/longest-first.mjs",
  testTimeout: 60000,
  // One more than there are processors in the smallest machine: what waits for a drive leaves the processor to another.
  maxWorkers: 3,
};

export default config;
