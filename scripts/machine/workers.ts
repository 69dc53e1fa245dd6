import { buildSync } from "esbuild";
import { join } from "node:path";
import { root } from "./paths";

const entries = [
  "src/workers/replay.worker.ts",
  "src/server/jobs/findings.worker.ts",
  "src/server/web/main.ts",
  "src/server/worker/worker-main.ts",
];

/**
 * Bundles what runs beside the pages' framework into a folder: the server's worker threads, each one file that needs
 * nothing beside it, and the web process, which needs the framework.
 */
export function bundleWorkers(folder: string): string {
  buildSync({
    entryPoints: entries.map((file) => join(root, file)),
    entryNames: "[name]",
    // what is bundled asks for Node's own modules in the older way
    banner: {
      js: 'import { createRequire } from "node:module"; const require = createRequire(import.meta.url);',
    },
    external: ["pg-native", "next", "piscina"],
    conditions: ["react-server"],
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

/** The process that does long work within such a folder. */
export function workerMain(folder: string): string {
  return join(folder, "worker-main.mjs");
}

/** The web process within such a folder. */
export function webMain(folder: string): string {
  return join(folder, "main.mjs");
}
