import { spawnSync } from "node:child_process";
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join, resolve } from "node:path";

const root = resolve(__dirname, "../..");

/** Runs the check of import directions on a little tree of its own. */
function violations(files: Record<string, string>): string[] {
  const folder = mkdtempSync(join(tmpdir(), "house-"));
  try {
    for (const [name, text] of Object.entries(files)) {
      mkdirSync(dirname(join(folder, name)), { recursive: true });
      writeFileSync(join(folder, name), text);
    }
    writeFileSync(join(folder, "tsconfig.json"), "{}");
    const config = join(root, ".dependency-cruiser.cjs");
    const result = spawnSync(
      process.execPath,
      [
        join(root, "node_modules/dependency-cruiser/bin/dependency-cruise.mjs"),
        ".",
        "--config",
        config,
        "--output-type",
        "json",
      ],
      { cwd: folder, encoding: "utf8" },
    );
    const report = JSON.parse(result.stdout) as {
      summary: { violations: { rule: { name: string }; from: string; to: string }[] };
    };
    return report.summary.violations
      .filter(({ rule }) => rule.name !== "no orphan")
      .map(({ rule, from, to }) => `${from} -> ${to}: ${rule.name}`);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

const value = "export const value = 1;\n";
const using = (path: string) => `import { value } from "${path}";\nexport const again = value;\n`;

describe("the lint of imports", () => {
  test("lets the right direction pass", () => {
    expect(violations({ "src/core/a.ts": value, "src/db/b.ts": using("../core/a") })).toEqual([]);
  }, 30_000);

  test("forbids the core to look outwards", () => {
    expect(violations({ "src/db/a.ts": value, "src/core/b.ts": using("../db/a") })).toEqual([
      "src/core/b.ts -> src/db/a.ts: src/core imports only src/core",
    ]);
  }, 30_000);

  test("forbids a screen to reach the database, by its actions too", () => {
    const found = violations({
      "src/db/a.ts": value,
      "src/features/x/actions.ts": using("../../db/a"),
      "src/features/x/view.ts": using("../../db/a"),
    });
    expect(found).toHaveLength(2);
  }, 30_000);

  test("forbids a screen to open the database by itself, past the look at who asks", () => {
    const found = violations({
      "src/server/database.ts": value,
      "src/features/x/load.ts": using("../../server/database"),
    });
    expect(found).toEqual([
      "src/features/x/load.ts -> src/server/database.ts: screens get at data by load and act, which look at who asks",
    ]);
  }, 30_000);

  test("forbids a Node module in the core", () => {
    expect(
      violations({ "src/core/a.ts": 'import { join } from "node:path";\nexport const value = join("a");\n' }),
    ).toHaveLength(1);
  }, 30_000);

  test("forbids a cycle", () => {
    const found = violations({
      "src/core/a.ts": `${using("./b")}${value}`.replace("again", "first"),
      "src/core/b.ts":
        using("./a").replace("value }", "value as first }").replace("= value", "= first") + value,
    });
    expect(found.some((line) => line.endsWith("no cycle"))).toBe(true);
  }, 30_000);
});

describe("the lint of the core", () => {
  test.each(["Date.now()", "new Date()", "Math.random()", "process.env", "'a'.localeCompare('b')"])(
    "forbids %s",
    (expression) => {
      const eslint = spawnSync(
        process.execPath,
        [
          join(root, "node_modules/eslint/bin/eslint.js"),
          "--stdin",
          "--stdin-filename",
          "src/core/planted.ts",
          "--format",
          "json",
        ],
        {
          cwd: root,
          encoding: "utf8",
          input: `/* eslint-disable */\nexport const planted = ${expression};\n`,
        },
      );
      const [file] = JSON.parse(eslint.stdout) as { messages: { ruleId: string | null }[] }[];
      expect(
        file?.messages.some(
          ({ ruleId }) => ruleId === "no-restricted-syntax" || ruleId === "no-restricted-globals",
        ),
      ).toBe(true);
    },
    30_000,
  );
});

test.each([
  ["setup.schema.json", "setup-schema.ts", "setupJsonSchema"],
  ["rate-protocol/openapi.json", "rate-protocol/protocol-document.ts", "protocolDocument"],
])(
  "the published %s is what the product reads by",
  (published, script, made) => {
    const code = `import("./scripts/${script}").then((m) => process.stdout.write(m.${made}()))`;
    const { stdout } = spawnSync(process.execPath, ["--import", "tsx", "-e", code], {
      cwd: root,
      encoding: "utf8",
    });
    expect(stdout).toBe(readFileSync(join(root, "docs", published), "utf8"));
  },
  30_000,
);
