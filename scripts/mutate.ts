import { spawnSync } from "node:child_process";
import { mkdirSync, readFileSync } from "node:fs";
import { join } from "node:path";

const root = join(import.meta.dirname, "..");
const folders = ["money", "units", "zones", "tariffs", "services", "plans", "sourcing", "quote"];
const reports = join(root, ".data/mutation");

interface Mutant {
  readonly status: string;
  readonly mutatorName: string;
  readonly replacement?: string;
  readonly location: { readonly start: { readonly line: number } };
}

interface Report {
  readonly files: Readonly<Record<string, { readonly source: string; readonly mutants: readonly Mutant[] }>>;
}

const caught = new Set(["Killed", "Timeout"]);
const missed = new Set(["Survived", "NoCoverage"]);

/** `npm run mutate [folder …]`: changes each expression of the core and sees whether a test notices; prints a table and what nobody noticed. */
function main(asked: readonly string[]): void {
  mkdirSync(reports, { recursive: true });
  const rows: string[] = [];
  for (const folder of asked.length > 0 ? asked : folders) {
    const file = join(reports, `${folder}.json`);
    const { status } = spawnSync(
      "npx",
      [
        ...["stryker", "run", "tests/mutation/stryker.config.mjs"],
        ...["-m", `src/core/${folder}/**/*.ts,!src/core/${folder}/**/*.test.ts`],
        ...["--incrementalFile", join(reports, `${folder}.incremental.json`)],
      ],
      { cwd: root, stdio: "inherit", env: { ...process.env, MUTATION_REPORT: file } },
    );
    if (status !== 0) throw new Error(`The mutations of ${folder} did not run through.`);
    rows.push(rowOf(folder, JSON.parse(readFileSync(file, "utf8")) as Report));
  }
  console.log(["| folder | mutants | noticed | score |", "| --- | ---: | ---: | ---: |", ...rows].join("\n"));
}

function rowOf(folder: string, { files }: Report): string {
  const mutants = Object.values(files).flatMap((file) => file.mutants);
  const good = mutants.filter(({ status }) => caught.has(status)).length;
  const all = good + mutants.filter(({ status }) => missed.has(status)).length;
  return `| ${folder} | ${all} | ${good} | ${((100 * good) / Math.max(1, all)).toFixed(1)} % |`;
}

main(process.argv.slice(2));
