import { spawnSync } from "node:child_process";
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";

const root = join(import.meta.dirname, "..");
const folders = ["money", "units", "zones", "tariffs", "services", "plans", "sourcing", "quote"];
const reports = join(root, ".data/mutation");

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
  readonly caught: boolean;
}

const caught = new Set(["Killed", "Timeout"]);
const missed = new Set(["Survived", "NoCoverage"]);

/**
 * `npm run mutate [folder …]`: changes each expression of the core and sees whether a test notices; prints a table and
 * what nobody noticed. The folder's own tests are asked first, which are soon through; what they miss, all of the core's.
 */
function main(asked: readonly string[]): void {
  mkdirSync(reports, { recursive: true });
  const rows: string[] = [];
  for (const folder of asked.length > 0 ? asked : folders) {
    const own = run(
      `${folder}.own`,
      [`src/core/${folder}/**/*.ts`, `!src/core/${folder}/**/*.test.ts`],
      `src/core/${folder}`,
    );
    const left = own.filter((mutant) => !mutant.caught);
    const all =
      left.length === 0 || process.env.OWN
        ? []
        : run(`${folder}.all`, [...new Set(left.map(({ place }) => place))]);
    const later = new Set(all.filter((mutant) => mutant.caught).map(keyOf));
    const survivors = left.filter((mutant) => !later.has(keyOf(mutant)));
    writeFileSync(
      join(reports, `${folder}.survivors.txt`),
      survivors.map((one) => `${keyOf(one)}\n`).join(""),
    );
    rows.push(rowOf(folder, own.length, own.length - survivors.length));
    console.log(survivors.map(keyOf).join("\n"));
  }
  console.log(["| folder | mutants | noticed | score |", "| --- | ---: | ---: | ---: |", ...rows].join("\n"));
}

/** All mutants of what `mutate` names, by the tests in `tests` or all of the core's. */
function run(name: string, mutate: readonly string[], tests?: string): readonly Placed[] {
  const report = join(reports, `${name}.json`);
  const list = join(reports, `${name}.mutate.json`);
  writeFileSync(list, JSON.stringify(mutate));
  const env = {
    ...process.env,
    MUTATION_REPORT: report,
    MUTATE: list,
    ...(tests === undefined ? {} : { TESTS: tests }),
  };
  const { status } = spawnSync(
    "npx",
    [
      "stryker",
      "run",
      "tests/mutation/stryker.config.mjs",
      "--incrementalFile",
      join(reports, `${name}.incremental.json`),
    ],
    { cwd: root, stdio: "inherit", env },
  );
  if (status !== 0) throw new Error(`The mutations of ${name} did not run through.`);
  return placed(JSON.parse(readFileSync(report, "utf8")) as Report);
}

function placed({ files }: Report): readonly Placed[] {
  return Object.entries(files).flatMap(([file, { mutants }]) =>
    mutants
      .filter(({ status }) => caught.has(status) || missed.has(status))
      .map(({ status, mutatorName, replacement = "", location: { start, end } }) => ({
        place: `${file}:${start.line}:${start.column - 1}-${end.line}:${end.column - 1}`,
        change: `${mutatorName} ${replacement.replaceAll(/\s+/g, " ")}`,
        caught: caught.has(status),
      })),
  );
}

function keyOf({ place, change }: Placed): string {
  return `${place} ${change}`;
}

function rowOf(folder: string, all: number, good: number): string {
  return `| ${folder} | ${all} | ${good} | ${((100 * good) / Math.max(1, all)).toFixed(1)} % |`;
}

main(process.argv.slice(2));
