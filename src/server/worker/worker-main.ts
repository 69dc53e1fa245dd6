import { connect } from "@/db/connect";
import { now } from "../clock";
import { baseUrl, callsLoopback, secretKeys } from "../environment";
import { log, logFailure, toldError } from "../log";
import { startWorker } from "./worker";

/** A process that does long work; as many as wanted. */
const url = process.env.DATABASE_URL;
if (!url) throw new Error("DATABASE_URL is not set");
process.on("unhandledRejection", (error) => logFailure("a rejection nobody waited for", error));
const { db, close } = connect(url, (error) =>
  log().warn({ error: toldError(error) }, "database connection lost"),
);
const worker = await startWorker(db, {
  keys: secretKeys(),
  loopback: callsLoopback(),
  source: baseUrl(),
  clock: now,
});
log().info("the worker is at work");
let isEnding = false;
const end = () => {
  if (isEnding) return;
  isEnding = true;
  void worker
    .stop()
    .then(close)
    .finally(() => process.exit(0));
};
for (const signal of ["SIGTERM", "SIGINT", "SIGHUP"] as const) process.on(signal, end);

/** The process it was started beside: without that one it has nobody to work for. */
const follows = Number(process.env.WALLODROM_FOLLOWS ?? 0);
const LOOK_MS = 2000;
if (follows > 0)
  setInterval(() => {
    try {
      process.kill(follows, 0);
    } catch {
      end();
    }
  }, LOOK_MS).unref();
