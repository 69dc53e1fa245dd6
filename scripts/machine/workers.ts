import { buildSync } from "esbuild";
import { join } from "node:path";
import { root } from "./paths";

/** Bundles the server's worker threads into a folder; each becomes one file that needs nothing beside it. */
export function bundleWorkers(folder: string): string {
  buildSync({
    entryPoints: [join(root, "src/workers/replay.worker.ts")],
    bundle: true,
    platform: "node",
    format: "esm",
    target: "node20",
    outdir: folder,
    outExtension: { ".js": ".mjs" },
    tsconfig: join(root, "tsconfig.json"),
    absWorkingDir: root,
    logLevel: "error",
  });
  return folder;
}

/** The replay's thread within such a folder. */
export function replayWorker(folder: string): string {
  return join(folder, "replay.worker.mjs");
}
