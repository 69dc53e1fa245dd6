/*
 * All tests of the core in one process, for mutations: what the unit tests run one file after another in contexts of
 * their own is loaded once here, and each mutant is switched on in the code that is there. The tests are written for
 * Jest; their globals are made of its own parts.
 */
import "tsx/cjs";
import { readdirSync } from "node:fs";
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
for (const place of places)
  for (const file of readdirSync(join(root, place), { recursive: true, encoding: "utf8" }).sort())
    if (file.endsWith(".test.ts")) describe(file, () => void load(join(root, place, file)));
