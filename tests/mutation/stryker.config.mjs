import { readFileSync } from "node:fs";

/** `npm run mutate [folder]`: see docs/testing.md. */
export default {
  ...(process.env.MUTATE ? { mutate: JSON.parse(readFileSync(process.env.MUTATE, "utf8")) } : {}),
  testRunner: "mocha",
  plugins: ["@stryker-mutator/mocha-runner"],
  mochaOptions: { spec: ["tests/mutation/core.mjs"] },
  coverageAnalysis: "perTest",
  // what runs once when a file is loaded is tables of words and figures; their tests are those of whoever reads them
  ignoreStatic: true,
  incremental: true,
  tempDirName: ".data/mutation/sandbox",
  reporters: ["json", "progress-append-only"],
  jsonReporter: { fileName: process.env.MUTATION_REPORT ?? ".data/mutation/report.json" },
  ignorePatterns: [
    "/.data",
    "/.next",
    "/.build",
    "/docs/screenshots",
    "/tests/e2e",
    "/test-results",
    "/src/app",
    "/src/features",
    "/src/ui",
  ],
  concurrency: Number(process.env.CONCURRENCY ?? 2),
  timeoutMS: 30_000,
};
