import cluster from "node:cluster";
import { processCount, webSettings } from "./settings";
import { keepWorkers } from "./keep-workers";
import { serveWorker } from "./serve-worker";

/**
 * The web process: one that keeps the others running and writes their log, and as many as there are cores that share one
 * port and answer. What they have in common is in the database.
 */
const settings = webSettings(process.env);
if (cluster.isPrimary) keepWorkers(processCount(settings), settings);
else void serveWorker(settings);
