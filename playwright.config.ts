import { defineConfig } from "@playwright/test";

const quiet = [
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
  "--disable-quic",
  "--no-first-run",
];

const results = process.env.RESULTS_FOLDER ?? "test-results";

/** The browser tests run against a server that ./wallodrom test starts on the demo's data. */
export default defineConfig({
  testDir: "tests/e2e",
  testMatch: "**/*.spec.ts",
  outputDir: results,
  workers: 1,
  // two busy cores make a browser wait now and then: one more try where nobody watches, and it is reported
  retries: process.env.CI ? 1 : 0,
  // a machine that others use too may give a browser a quarter of its time
  timeout: process.env.CI ? 240_000 : 90_000,
  expect: { timeout: process.env.CI ? 40_000 : 20_000 },
  reporter: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ? [["list"], ["json"]] : "list",
  globalSetup: "./tests/e2e/sign-in.ts",
  use: {
    baseURL: process.env.BASE_URL ?? "http://127.0.0.1:4180",
    viewport: { width: 1280, height: 800 },
    storageState: `${results}/coordinator.json`,
    launchOptions: { executablePath: "/usr/bin/chromium", args: quiet },
    // a trace of every test doubles the time of all; a picture of what failed costs nothing until it does
    trace: process.env.CI ? "on-first-retry" : "off",
    screenshot: "only-on-failure",
  },
});
