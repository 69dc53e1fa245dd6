import { spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";

const root = join(import.meta.dirname, "..");
const folders = ["money", "units", "zones", "tariffs", "services", "plans", "sourcing", "quote"];
const reports = join(root, ".data/mutation");
const lists = join(root, "docs/mutants");

interface Place {
  readonly line: number;
  readonly column: number;
}

interface Mutant {
  readonly status: string;
  readonly mutatorName: string;
  readonly replacement?: string;
  readonly location: { readonly start: Place; readonly end: Place };
}

interface Report {
  readonly files: Readonly<Record<string, { readonly source: string; readonly mutants: readonly Mutant[] }>>;
}

/** A mutant with where it stands: `src/core/money/round.ts:12:4-12:9`, lines from 1 and columns from 0, as Stryker takes them. */
interface Placed {
  readonly place: string;
  readonly change: string;
  /** Where nothing else can come of it, why. */
  readonly why: string;
  readonly caught: boolean;
}

const caught = new Set(["Killed", "Timeout"]);
const missed = new Set(["Survived", "NoCoverage"]);

/**
 * `npm run mutate [folder …]`: changes each expression of the core and sees whether a test notices; prints a table and
 * writes what nobody noticed to `docs/mutants`. The folder's own tests are asked first, which are soon through; what they
 * miss, all of the core's. With `TOLD=1` it tells the last run again.
 */
function main(asked: readonly string[]): void {
  for (const folder of [reports, lists]) mkdirSync(folder, { recursive: true });
  const rows = (asked.length > 0 ? asked : folders).map(mutate);
  console.log(["| folder | mutants | noticed | score |", "| --- | ---: | ---: | ---: |", ...rows].join("\n"));
}

function mutate(folder: string): string {
  const files = `src/core/${folder}/**`;
  const own = run(`${folder}.own`, [`${files}/*.ts`, `!${files}/*.test.ts`], `src/core/${folder}`);
  const left = own.filter((mutant) => !mutant.caught);
  const places = [...new Set(left.map(({ place }) => place))];
  const later = new Set((places.length === 0 ? [] : run(`${folder}.all`, places)).flatMap(caughtKeys));
  const survivors = left.filter((mutant) => !later.has(keyOf(mutant)));
  writeFileSync(join(lists, `${folder}.txt`), survivors.map((one) => `${shownOf(one, folder)}\n`).join(""));
  const good = own.length - survivors.length;
  return `| ${folder} | ${own.length} | ${good} | ${((100 * good) / Math.max(1, own.length)).toFixed(1)} % |`;
}

/** All mutants of what `files` names, by the tests in `tests` or all of the core's. */
function run(name: string, files: readonly string[], tests?: string): readonly Placed[] {
  const report = join(reports, `${name}.json`);
  if (!(process.env.TOLD && existsSync(report))) stryker(name, report, files, tests);
  return placed(JSON.parse(readFileSync(report, "utf8")) as Report);
}

function stryker(name: string, report: string, files: readonly string[], tests: string | undefined): void {
  const list = join(reports, `${name}.mutate.json`);
  writeFileSync(list, JSON.stringify(files));
  const kept = ["--incrementalFile", join(reports, `${name}.incremental.json`)];
  const { status } = spawnSync("npx", ["stryker", "run", "tests/mutation/stryker.config.mjs", ...kept], {
    cwd: root,
    stdio: "inherit",
    env: {
      ...process.env,
      MUTATION_REPORT: report,
      MUTATE: list,
      ...(tests === undefined ? {} : { TESTS: tests }),
    },
  });
  if (status !== 0) throw new Error(`The mutations of ${name} did not run through.`);
}

function placed({ files }: Report): readonly Placed[] {
  return Object.entries(files).flatMap(([file, { source, mutants }]) => {
    const lines = source.split("\n");
    return mutants
      .filter(({ status }) => caught.has(status) || missed.has(status))
      .map((mutant) => {
        const { status, mutatorName, replacement = "", location } = mutant;
        const { start, end } = location;
        return {
          place: `${file}:${start.line}:${start.column - 1}-${end.line}:${end.column - 1}`,
          change: `${mutatorName} ${replacement.replaceAll(/\s+/g, " ")}`,
          why: whyOf(mutant, (lines[start.line - 1] ?? "").slice(0, start.column - 1)),
          caught: caught.has(status),
        };
      });
  });
}

/** What the types ask for and never happens can be changed without anything coming of it. */
function whyOf({ mutatorName }: Mutant, before: string): string {
  if (mutatorName === "OptionalChaining") return "only the types ask for the ?";
  return before.trimEnd().endsWith("??") ? "stands in for what is always there" : "";
}

const caughtKeys = (mutant: Placed) => (mutant.caught ? [keyOf(mutant)] : []);

function keyOf({ place, change }: Placed): string {
  return `${place} ${change}`;
}

function shownOf(mutant: Placed, folder: string): string {
  const { place, change, why } = mutant;
  return `${place.replace(`src/core/${folder}/`, "").replace(/-\d+:\d+$/, "")} ${change}${why === "" ? "" : ` (${why})`}`;
}

main(process.argv.slice(2));
