import { join } from "node:path";
import { root } from "../machine/paths";
import { failedInJest, failedInPlaywright, failuresIn } from "./what-failed";

const passed = { status: "passed", fullName: "a rate is rounded", failureMessages: [] };

test("a failing test of Jest is named by its file, its name and what it said, without colours", () => {
  const escape = String.fromCharCode(27);
  const failed = {
    status: "failed",
    fullName: "a rate is kept",
    failureMessages: [`${escape}[31mExpected 4.20${escape}[39m\n\nReceived 4.19`],
  };
  const report = {
    testResults: [
      { name: join(root, "src/core/a.test.ts"), message: "long", assertionResults: [passed, failed] },
    ],
  };
  expect(failedInJest(report)).toEqual([
    { file: "src/core/a.test.ts", name: "a rate is kept", said: "Expected 4.20\nReceived 4.19" },
  ]);
});

test("a file that broke before its tests is named too, one whose tests passed is not", () => {
  const report = {
    testResults: [
      { name: join(root, "src/a.test.ts"), message: "Cannot find module", assertionResults: [] },
      { name: join(root, "src/b.test.ts"), message: "", assertionResults: [passed] },
    ],
  };
  expect(failedInJest(report)).toEqual([
    { file: "src/a.test.ts", name: "the file itself", said: "Cannot find module" },
  ]);
});

test("of a browser test that failed twice the second try is told, and one that passed at the second is not", () => {
  const failed = (message: string) => ({ errors: [{ message }] });
  const spec = (title: string, ok: boolean, results: object[]) => ({
    title,
    file: "desk.spec.ts",
    line: 7,
    ok,
    tests: [{ results }],
  });
  const report = {
    errors: [{ message: "The address does not answer" }],
    suites: [
      {
        specs: [],
        suites: [
          {
            specs: [
              spec("a key applies", false, [failed("first"), failed("second")]),
              spec("a key skips", true, [failed("first"), { errors: [] }]),
            ],
          },
        ],
      },
    ],
  };
  expect(failedInPlaywright(report)).toEqual([
    { file: "tests/e2e", name: "outside of a test", said: "The address does not answer" },
    { file: "tests/e2e/desk.spec.ts:7", name: "a key applies", said: "second" },
  ]);
});

test("a stage that left no report has no failures to tell", () => {
  expect(failuresIn(join(root, "test-results", "no-such-report.json"), failedInJest)).toEqual([]);
});
