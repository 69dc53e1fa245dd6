import { readFileSync } from "node:fs";
import { parseArgs } from "node:util";
import { isInstant } from "@/core/calendar/local-date";
import { items as itemsSchema, type Item } from "@/core/setup/item";
import { parseSetup, parseWith, type Parsed } from "@/core/setup/parse-setup";
import type { Problem } from "@/core/setup/problem";
import type { Setup } from "@/core/setup/setup";
import { problemSentence } from "@/messages/problem-sentence";

/** An input that can't be used: said on standard error, exit 2. */
export class InputError extends Error {}

/** Reads `--name value` arguments; an unknown one is an input error. */
export function readArguments(
  strings: readonly string[],
  switches: readonly string[] = [],
): Record<string, string | undefined> {
  const options = Object.fromEntries([
    ...strings.map((name) => [name, { type: "string" as const }]),
    ...switches.map((name) => [name, { type: "boolean" as const }]),
  ]);
  try {
    const { values } = parseArgs({ options, strict: true });
    return Object.fromEntries(Object.entries(values).map(([name, value]) => [name, String(value)]));
  } catch (error) {
    throw new InputError(error instanceof Error ? error.message : "unknown argument");
  }
}

export function readJson(file: string | undefined, what: string): unknown {
  if (file === undefined) throw new InputError(`--${what} FILE is needed`);
  let text: string;
  try {
    text = readFileSync(file, "utf8");
  } catch {
    throw new InputError(`${file}: can't be read`);
  }
  try {
    return JSON.parse(text);
  } catch {
    throw new InputError(`${file}: not JSON`);
  }
}

/** The value, or an input error that lists every problem with its path. */
export function expectParsed<T>(parsed: Parsed<T>, file: string): T {
  if (parsed.ok) return parsed.value;
  throw new InputError(parsed.problems.map((problem) => problemLine(problem, file)).join("\n"));
}

export function problemLine(problem: Problem, file: string): string {
  return `${file}: ${problem.path || "(root)"}: ${problemSentence(problem)} [${problem.code}]`;
}

export function readSetupFile(file: string | undefined): Setup {
  return expectParsed(parseSetup(readJson(file, "setup")), file ?? "");
}

export function readItemsFile(file: string | undefined): Item[] {
  return file === undefined ? [] : expectParsed(parseWith(itemsSchema, readJson(file, "items")), file);
}

/** The instant a command counts as now: the one given, else the clock's. */
export function readInstant(at: string | undefined): string {
  const now = at ?? new Date().toISOString();
  if (!isInstant(now)) throw new InputError("--at is no instant: write it like 2026-11-24T10:15:00Z");
  return now;
}

/** Runs a command's body; a wrong input ends it with exit code 2 and the reasons on standard error. */
export async function runCommand(body: () => number | Promise<number>): Promise<void> {
  try {
    process.exitCode = await body();
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    process.stderr.write(`${error.message}\n`);
    process.exitCode = 2;
  }
}
