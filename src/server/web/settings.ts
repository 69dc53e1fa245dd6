import { availableParallelism } from "node:os";
import { z } from "zod";
import { readProxies, type Proxies } from "./client-address";

const schema = z.object({
  HOSTNAME: z.string().default("127.0.0.1"),
  PORT: z.coerce.number().int().min(1).max(65_535).default(4170),
  /** Processes that answer; by default one a core, at most four. */
  WALLODROM_PROCESSES: z.coerce.number().int().min(1).max(64).optional(),
  /** Addresses whose forwarding headers are believed: those of a proxy in front. */
  WALLODROM_PROXIES: z.string().default(""),
  /** The file the log goes to; without it to standard output. */
  WALLODROM_LOG: z.string().optional(),
  AUTH_SECRET: z.string().min(32),
});

export interface WebSettings {
  readonly host: string;
  readonly port: number;
  readonly processes: number | undefined;
  readonly proxies: Proxies;
  readonly logFile: string | undefined;
  readonly authSecret: string;
}

/** What the web process is told by its environment. Throws with the name of what does not fit. */
export function webSettings(environment: Readonly<Record<string, string | undefined>>): WebSettings {
  const read = schema.parse(environment);
  return {
    host: read.HOSTNAME,
    port: read.PORT,
    processes: read.WALLODROM_PROCESSES,
    proxies: readProxies(read.WALLODROM_PROXIES),
    logFile: read.WALLODROM_LOG,
    authSecret: read.AUTH_SECRET,
  };
}

const MOST_BY_ITSELF = 4;

export function processCount({ processes }: WebSettings): number {
  return processes ?? Math.min(MOST_BY_ITSELF, availableParallelism());
}
