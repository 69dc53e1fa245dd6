import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import {
  cpSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  utimesSync,
} from "node:fs";
import { join } from "node:path";
import { root } from "./paths";
import { StopWord } from "./stop-word";
import { bundleWorkers } from "./workers";

const inputs = [
  "src",
  "public",
  "next.config.ts",
  "postcss.config.mjs",
  "tsconfig.json",
  "package-lock.json",
];
const buildsFolder = join(root, ".build");
const BUILDS_KEPT = 3;

function files(path: string): string[] {
  if (!existsSync(path)) return [];
  if (!statSync(path).isDirectory()) return [path];
  return readdirSync(path)
    .sort()
    .flatMap((name) => files(join(path, name)));
}

/** One text for everything the build is made of; tests are no part of it. */
function fingerprint(): string {
  const hash = createHash("sha256");
  for (const file of inputs.flatMap((path) => files(join(root, path))))
    if (!/\.test\.tsx?$/.test(file)) hash.update(file.slice(root.length)).update(readFileSync(file));
  return hash.digest("hex").slice(0, 16);
}

/**
 * The folder of a production build of the sources as they are; built only when they changed. Each state has a folder of
 * its own, so that a running server never has its files changed under it.
 */
export function ensureBuild(): string {
  const folder = join(buildsFolder, fingerprint());
  if (existsSync(folder)) {
    utimesSync(folder, new Date(), new Date());
    return folder;
  }
  console.log("Building…");
  const built = spawnSync(process.execPath, [join(root, "node_modules/next/dist/bin/next"), "build"], {
    cwd: root,
    encoding: "utf8",
    env: { ...process.env, NODE_ENV: "production", NEXT_TELEMETRY_DISABLED: "1" },
  });
  if (built.status !== 0) throw new StopWord(`The build failed:\n${built.stdout}\n${built.stderr}`);
  stage(folder);
  removeOld(folder);
  return folder;
}

function stage(folder: string): void {
  const half = `${folder}.half`;
  rmSync(half, { recursive: true, force: true });
  mkdirSync(buildsFolder, { recursive: true });
  cpSync(join(root, ".next/standalone"), half, { recursive: true });
  cpSync(join(root, ".next/static"), join(half, ".next/static"), { recursive: true });
  bundleWorkers(join(half, "dist-worker"));
  if (existsSync(join(root, "public")))
    cpSync(join(root, "public"), join(half, "public"), { recursive: true });
  renameSync(half, folder);
}

function removeOld(newest: string): void {
  const old = readdirSync(buildsFolder)
    .map((name) => join(buildsFolder, name))
    .filter((folder) => folder !== newest)
    .sort((a, b) => statSync(b).mtimeMs - statSync(a).mtimeMs);
  for (const folder of old.slice(BUILDS_KEPT - 1)) rmSync(folder, { recursive: true, force: true });
}
