/*
 * All tests of the core in one process, for mutations: what the unit tests run one file after another in contexts of
 * their own is loaded once here, and each mutant is switched on in the code that is there. The tests are written for
 * Jest; their globals are made of its own parts.
 */
import "tsx/cjs";
import { readdirSync, readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { join } from "node:path";
import { expect } from "expect";
import fc from "fast-check";
import { bind } from "jest-each";

process.env.FEW_RUNS = "1";
// a mutant that is found out need not be made small
fc.configureGlobal({ endOnFailure: true });

const root = join(import.meta.dirname, "../..");
const load = createRequire(import.meta.url);
const { it, describe } = globalThis;
globalThis.expect = expect;
globalThis.test = (name, run) => it(name, run);
globalThis.test.each = bind(globalThis.test, false);
it.each = globalThis.test.each;
describe.each = bind((name, run) => describe(name, run), false);

// a folder's own tests alone are soon through; what they do not notice others may
const places = process.env.TESTS?.split(" ") ?? ["src/core", "tests/conformance", "tests/codes"];
const files = places.flatMap((place) =>
  readdirSync(join(root, place), { recursive: true, encoding: "utf8" })
    .filter((file) => file.endsWith(".test.ts"))
    .sort()
    .map((file) => ({ file, path: join(root, place, file) })),
);
// examples find most mutants out in no time, properties take theirs: they come last
const isSlow = ({ path }) =>
  /fast-check|properties\.test|hostile/.test(`${path} ${readFileSync(path, "utf8")}`);
for (const { file, path } of [...files.filter((one) => !isSlow(one)), ...files.filter(isSlow)])
  describe(file, () => void load(path));
