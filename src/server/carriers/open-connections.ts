import "server-only";
import { adapterOf } from "@/adapters/adapters";
import type { Connection } from "@/core/setup/offer";
import type { Setup } from "@/core/setup/setup";
import type { PooledDatabase } from "@/db/connect";
import { readConnectionSettings } from "@/db/queries/carriers";
import { callsLoopback, secretKeys } from "../environment";
import { sendOut } from "../outgoing/send-out";
import type { AskWith, OpenConnection } from "./ask-carriers";
import { CarrierLine } from "./carrier-line";
import { openSettings } from "./connection-settings";

/** ms a whole quote waits for carriers at most. */
export const QUOTE_MS = 1500;

interface Kept {
  readonly name: string;
  readonly open: OpenConnection;
}

const holder = globalThis as { wallodromLines?: WeakMap<PooledDatabase["$client"], Map<string, Kept>> };

/** The lines this process has to carriers, by connection; another setting makes another line. */
function linesOf(db: PooledDatabase): Map<string, Kept> {
  holder.wallodromLines ??= new WeakMap();
  const lines = holder.wallodromLines.get(db.$client) ?? new Map<string, Kept>();
  holder.wallodromLines.set(db.$client, lines);
  return lines;
}

const clock = () => performance.now();

/** What is needed to ask the carriers of a setup now. A connection that nothing is set for is not there. */
export async function askWith(
  db: PooledDatabase,
  { connections, origins }: Pick<Setup, "connections" | "origins">,
  now: Date,
): Promise<AskWith> {
  const begun = clock();
  const lines = linesOf(db);
  const open = new Map<string, OpenConnection>();
  for (const connection of connections) {
    const one = await openConnection(db, connection, lines, now);
    if (one) open.set(connection.code, one);
  }
  const byCode = new Map(origins.map((origin) => [origin.code, origin]));
  return {
    connectionOf: (code) => open.get(code),
    originOf: (code) => byCode.get(code),
    deadline: begun + QUOTE_MS,
    clock,
    now: () => now,
  };
}

async function openConnection(
  db: PooledDatabase,
  { code, adapter: kind, timeoutMs }: Connection,
  lines: Map<string, Kept>,
  now: Date,
): Promise<OpenConnection | undefined> {
  const [row, adapter] = [await readConnectionSettings(db, code), adapterOf(kind)];
  if (!row || !adapter) return undefined;
  const { settings, former } = openSettings(row, secretKeys(), now);
  const name = JSON.stringify([row.version, kind, timeoutMs, former !== undefined]);
  const kept = lines.get(code);
  if (kept?.name === name) return kept.open;
  const line = new CarrierLine({
    adapter,
    settings,
    ...(former ? { former } : {}),
    url: row.url,
    timeoutMs,
    loopback: callsLoopback(),
    send: sendOut,
    clock,
  });
  const open = { line, settingsVersion: row.version, dependsOn: adapter.dependsOn };
  lines.set(code, { name, open });
  return open;
}
