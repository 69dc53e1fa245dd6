import "server-only";
import { adapterOf } from "@/adapters/adapters";
import type { Connection } from "@/core/setup/offer";
import type { Setup } from "@/core/setup/setup";
import type { PooledDatabase } from "@/db/connect";
import { readConnectionSettings, type ConnectionSettingsRow } from "@/db/queries/carriers";
import { callsLoopback, secretKeys } from "../environment";
import { logFailure } from "../log";
import { sendOut } from "../outgoing/send-out";
import type { AskWith, OpenConnection } from "./ask-carriers";
import { CarrierLine } from "./carrier-line";
import { CarrierUse } from "./carrier-use";
import { openSettings, type OpenSettings } from "./connection-settings";

/** ms a whole quote takes at most that carriers are asked for, and how many of them are for what is done once they have answered. */
export const QUOTE_MS = 1500;
const AFTERWARDS_MS = 120;

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

const uses = globalThis as { wallodromUse?: WeakMap<PooledDatabase["$client"], CarrierUse> };

/** What this process has counted of quotes that carriers were wanted for. */
export function useOf(db: PooledDatabase): CarrierUse {
  uses.wallodromUse ??= new WeakMap();
  const use = uses.wallodromUse.get(db.$client) ?? new CarrierUse();
  uses.wallodromUse.set(db.$client, use);
  return use;
}

export const clock = () => performance.now();

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
    deadline: begun + QUOTE_MS - AFTERWARDS_MS,
    clock,
    now: () => now,
    use: useOf(db),
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
  const opened = openedOrNone(row, now);
  if (!opened) return undefined;
  const { settings, former } = opened;
  const name = JSON.stringify([row.version, row.line, kind, timeoutMs, former !== undefined]);
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

/** Secrets that this server's key does not open are as good as none: nobody is asked, and no quote is kept from being given. */
function openedOrNone(row: ConnectionSettingsRow, now: Date): OpenSettings | undefined {
  try {
    return openSettings(row, secretKeys(), now);
  } catch (error) {
    logFailure("a connection's secrets could not be opened", error);
    return undefined;
  }
}
