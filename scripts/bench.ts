import { spawnSync } from "node:child_process";
import { buildSync } from "esbuild";
import { join } from "node:path";
import { root } from "./machine/paths";

/** `npm run bench`: times the core as it is shipped, bundled, and prints Markdown. */
const file = join(root, ".build/bench/bench.mjs");
buildSync({
  entryPoints: [join(root, "scripts/bench/main.ts")],
  bundle: true,
  platform: "node",
  format: "esm",
  target: "node20",
  packages: "external",
  outfile: file,
  tsconfig: join(root, "tsconfig.json"),
  absWorkingDir: root,
  logLevel: "error",
});
process.exitCode =
  spawnSync(process.execPath, ["--expose-gc", file], { stdio: "inherit", cwd: root }).status ?? 1;
