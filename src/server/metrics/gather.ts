import cluster from "node:cluster";
import { AggregatorRegistry } from "prom-client";

/** What a process that answers asks the one that keeps them all, and is told. */
const ASKED = "wallodrom:metrics";
const TOLD = "wallodrom:metrics-told";
/** Milliseconds to wait for the others. */
const PATIENCE_MS = 6000;

interface Message {
  readonly type: string;
  readonly id: number;
  readonly text?: string;
}

const isMessage = (value: unknown): value is Message =>
  typeof value === "object" && value !== null && "type" in value && "id" in value;

/** In the process that keeps the others: adds their figures up whenever one of them asks. */
export function gatherForAll(): void {
  const all = new AggregatorRegistry();
  cluster.on("message", (worker, message: unknown) => {
    if (!isMessage(message) || message.type !== ASKED) return;
    const tell = (text?: string) =>
      worker.isConnected() && worker.send({ type: TOLD, id: message.id, ...(text ? { text } : {}) });
    all.clusterMetrics().then(tell, () => tell());
  });
}

/** In a process that is asked for its figures: lets the one that keeps it have them. */
export function letGather(): void {
  if (cluster.isWorker) new AggregatorRegistry();
}

let asked = 0;

/** The figures of all processes that share this one's port; `undefined` when this is the only one, or nobody answers. */
export function gathered(): Promise<string | undefined> {
  const { worker } = cluster;
  if (!worker) return Promise.resolve(undefined);
  const id = asked++;
  return new Promise((resolve) => {
    const hear = (message: unknown) => {
      if (isMessage(message) && message.type === TOLD && message.id === id) end(message.text);
    };
    const end = (text?: string) => {
      clearTimeout(timer);
      process.off("message", hear);
      resolve(text);
    };
    const timer = setTimeout(end, PATIENCE_MS);
    process.on("message", hear);
    worker.send({ type: ASKED, id });
  });
}
