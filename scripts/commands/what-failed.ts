import { existsSync, readFileSync } from "node:fs";
import { relative } from "node:path";
import { z } from "zod";
import { root } from "../machine/paths";

/** One failing test: where it stands, its name, and the beginning of what it said. */
export interface Failure {
  file: string;
  name: string;
  said: string;
}

const jestReport = z.object({
  testResults: z.array(
    z.object({
      name: z.string(),
      message: z.string(),
      assertionResults: z.array(
        z.object({ status: z.string(), fullName: z.string(), failureMessages: z.array(z.string()) }),
      ),
    }),
  ),
});

interface Suite {
  specs: {
    title: string;
    file: string;
    line: number;
    ok: boolean;
    tests: { results: { errors?: { message?: string | undefined }[] | undefined }[] }[];
  }[];
  suites?: Suite[] | undefined;
}
const suite: z.ZodType<Suite> = z.lazy(() =>
  z.object({
    specs: z.array(
      z.object({
        title: z.string(),
        file: z.string(),
        line: z.number(),
        ok: z.boolean(),
        tests: z.array(
          z.object({
            results: z.array(
              z.object({ errors: z.array(z.object({ message: z.string().optional() })).optional() }),
            ),
          }),
        ),
      }),
    ),
    suites: z.array(suite).optional(),
  }),
);
const playwrightReport = z.object({
  suites: z.array(suite),
  errors: z.array(z.object({ message: z.string().optional() })),
});

// what a terminal colours is no part of what was said
const colours = new RegExp(`${String.fromCharCode(27)}\\[[0-9;]*m`, "g");
const LINES = 12;
const start = (text: string) =>
  text
    .replace(colours, "")
    .split("\n")
    .filter((line) => line.trim() !== "")
    .slice(0, LINES)
    .join("\n");

/** The failing tests of a Jest report written by `--json --outputFile`; a file that broke counts as one. */
export function failedInJest(report: unknown): Failure[] {
  return jestReport.parse(report).testResults.flatMap((file) => {
    const found = file.assertionResults
      .filter(({ status }) => status === "failed")
      .map((test) => ({
        file: relative(root, file.name),
        name: test.fullName,
        said: start(test.failureMessages.join("\n")),
      }));
    const broke = found.length === 0 && file.message !== "";
    return broke
      ? [{ file: relative(root, file.name), name: "the file itself", said: start(file.message) }]
      : found;
  });
}

/** The failing tests of a report by Playwright's `json` reporter; what broke outside of a test comes first. */
export function failedInPlaywright(report: unknown): Failure[] {
  const { suites, errors } = playwrightReport.parse(report);
  const outside = errors.map(({ message }) => ({
    file: "tests/e2e",
    name: "outside of a test",
    said: start(message ?? ""),
  }));
  return [...outside, ...suites.flatMap(failedIn)];
}

function failedIn(of: Suite): Failure[] {
  const own = of.specs
    .filter(({ ok }) => !ok)
    .map((spec) => ({
      file: `tests/e2e/${spec.file}:${spec.line}`,
      name: spec.title,
      said: start(
        spec.tests
          .flatMap(({ results }) => results.slice(-1))
          .flatMap(({ errors }) => (errors ?? []).map(({ message }) => message ?? ""))
          .join("\n"),
      ),
    }));
  return [...own, ...(of.suites ?? []).flatMap(failedIn)];
}

/** Reads a report if there is one; a stage that broke before its first test left none. */
export function failuresIn(file: string, read: (report: unknown) => Failure[]): Failure[] {
  if (!existsSync(file)) return [];
  return read(JSON.parse(readFileSync(file, "utf8")));
}
