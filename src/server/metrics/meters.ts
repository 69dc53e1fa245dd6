import "server-only";
import { AggregatorRegistry, collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from "prom-client";
import { openPools } from "../database";
import { keptRevisions } from "../services/live-setup";

/** What this process counts as it works. */
export interface Meters {
  readonly registry: Registry;
  readonly quotes: Counter<"status">;
  readonly quoteSeconds: Histogram;
}

const holder = globalThis as { wallodromMeters?: Meters };

/** Seconds up to which a quote is counted: from one that was at hand to the ten that the whole of a large order may take. */
const SECONDS = [0.002, 0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10];

/** The meters of this process, one set however often this file is bundled. */
export function meters(): Meters {
  return (holder.wallodromMeters ??= makeMeters());
}

function makeMeters(): Meters {
  const registry = new Registry();
  const registers = [registry];
  // whoever keeps several processes asks each for its own and adds them up
  AggregatorRegistry.setRegistries(registry);
  collectDefaultMetrics({ register: registry });
  watch(registers);
  return {
    registry,
    quotes: new Counter({
      name: "wallodrom_quotes_total",
      help: "Quotes asked for by the API, by the status of the answer",
      labelNames: ["status"],
      registers,
    }),
    quoteSeconds: new Histogram({
      name: "wallodrom_quote_seconds",
      help: "Seconds a quote took, reading and answering included",
      buckets: SECONDS,
      registers,
    }),
  };
}

/** What is looked at when somebody asks. */
function watch(registers: Registry[]): void {
  new Gauge({
    name: "wallodrom_revisions_kept",
    help: "Published setups at hand, compiled",
    registers,
    collect() {
      this.set(keptRevisions());
    },
  });
  new Gauge({
    name: "wallodrom_database_connections",
    help: "Connections to the database by pool and state; `waiting` are callers without one",
    labelNames: ["pool", "state"],
    registers,
    collect() {
      for (const [pool, { totalCount, idleCount, waitingCount }] of openPools()) {
        this.set({ pool, state: "busy" }, totalCount - idleCount);
        this.set({ pool, state: "idle" }, idleCount);
        this.set({ pool, state: "waiting" }, waitingCount);
      }
    },
  });
}
