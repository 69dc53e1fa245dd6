/** `npm run mutate [folder]`: see docs/testing.md. */
export default {
  testRunner: "mocha",
  plugins: ["@stryker-mutator/mocha-runner"],
  mochaOptions: { spec: ["tests/mutation/core.mjs"] },
  coverageAnalysis: "perTest",
  // what runs once when a file is loaded is tables of words and figures; their tests are those of whoever reads them
  ignoreStatic: true,
  incremental: true,
  tempDirName: ".data/mutation/sandbox",
  reporters: ["json", "clear-text"],
  clearTextReporter: { allowColor: false, allowEmojis: false, reportTests: false, logTests: false },
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
  concurrency: 2,
  timeoutMS: 30_000,
};
