import cluster, { type Worker } from "node:cluster";
import { gatherForAll } from "../metrics/gather";
import { RollingFile } from "./rolling-file";
import type { WebSettings } from "./settings";

/** A process that lives no longer than this was not able to begin. */
const TOO_SHORT_MS = 3000;
/** So many that were not able to begin, one after the other, and nothing more is tried. */
const MOST_FALSE_STARTS = 5;
const LAST_CALL_MS = 9000;

/** Keeps so many processes answering: one that ends unasked is replaced. Ends them, and itself, when told to. */
export function keepWorkers(count: number, { logFile }: WebSettings): void {
  const file = logFile === undefined ? undefined : new RollingFile(logFile);
  const write = (chunk: Buffer) => (file ? file.write(chunk) : process.stdout.write(chunk));
  let stopping = false;
  let falseStarts = 0;
  cluster.setupPrimary({ silent: true });
  gatherForAll();
  const begin = () => {
    const begun = Date.now();
    const worker = cluster.fork();
    worker.process.stdout?.on("data", write);
    worker.process.stderr?.on("data", write);
    worker.once("exit", () => {
      if (stopping) return endWhenAllHave();
      falseStarts = Date.now() - begun < TOO_SHORT_MS ? falseStarts + 1 : 0;
      if (falseStarts < MOST_FALSE_STARTS) return begin();
      stop();
      process.exitCode = 1;
    });
  };
  const endWhenAllHave = () => {
    if (workers().length === 0) process.exit();
  };
  const stop = () => {
    if (stopping) return;
    stopping = true;
    for (const worker of workers()) worker.process.kill("SIGTERM");
    setTimeout(() => {
      for (const worker of workers()) worker.process.kill("SIGKILL");
    }, LAST_CALL_MS).unref();
    endWhenAllHave();
  };
  for (const signal of ["SIGTERM", "SIGINT", "SIGHUP"] as const) process.on(signal, stop);
  for (let i = 0; i < count; i++) begin();
}

function workers(): Worker[] {
  return Object.values(cluster.workers ?? {}).filter((worker): worker is Worker => worker !== undefined);
}
