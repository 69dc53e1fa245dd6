import "server-only";
import { adapterOf, adapters } from "@/adapters/adapters";
import type { AdapterField } from "@/contracts/carrier-rates";
import type { Connection } from "@/core/setup/offer";
import type { PooledDatabase } from "@/db/connect";
import { exchangesAt, exchangesOf } from "@/db/queries/carriers";
import { secretKeys } from "../environment";
import type { LineState } from "./carrier-line";
import { carrierDrift, type CarrierDrift } from "./carrier-drift";
import { connectionHealth, type ConnectionHealth } from "./connection-health";
import { viewConnection, type ConnectionView } from "./connection-settings";
import { askWith, clock, useOf } from "./open-connections";

const DAY_MS = 86_400_000;
const MOST_SHOWN = 20;

/** The kinds of carriers' systems that can be asked, as they are called. */
export function adapterNames(): { readonly code: string; readonly name: string }[] {
  return adapters.map(({ code, name }) => ({ code, name }));
}

/** A call. */
export interface ShownExchange {
  readonly id: string;
  readonly at: string;
  readonly ms: number;
  readonly outcome: string;
  /** Country and postcode it was about. */
  readonly to: string;
}

/** A call with what was asked and said, as it is kept: without secrets. */
export interface WholeExchange extends ShownExchange {
  readonly question: unknown;
  readonly answer: unknown;
}

/** What a connection's page shows beside the setup. */
export interface ConnectionPage {
  readonly adapter:
    | { readonly name: string; readonly fields: readonly AdapterField[]; readonly cannot: readonly string[] }
    | undefined;
  readonly view: ConnectionView | undefined;
  /** How this process's line to it stands. */
  readonly state: LineState | undefined;
  readonly health: ConnectionHealth;
  readonly drift: CarrierDrift;
  readonly exchanges: readonly ShownExchange[];
  /** Those of the instant that is looked at; none are kept of it any more where there are none. */
  readonly opened: { readonly at: string; readonly exchanges: readonly WholeExchange[] } | undefined;
}

/** `asked`: the instant of a call that is looked at. */
export async function connectionPage(
  db: PooledDatabase,
  connection: Connection,
  { now, asked: at }: { readonly now: Date; readonly asked?: string | undefined },
): Promise<ConnectionPage> {
  const { code } = connection;
  const since = new Date(now.getTime() - DAY_MS).toISOString();
  await useOf(db).write(db, clock, { atOnce: true });
  const isInstant = at !== undefined && !Number.isNaN(Date.parse(at));
  const [view, rows, asked, health, drift, opened] = await Promise.all([
    viewConnection(db, code, secretKeys()),
    exchangesOf(db, code, since, MOST_SHOWN),
    askWith(db, { connections: [connection], origins: [] }, now),
    connectionHealth(db, code, now),
    carrierDrift(db, code),
    isInstant ? exchangesAt(db, code, at) : [],
  ]);
  const adapter = adapterOf(connection.adapter);
  return {
    adapter: adapter && { name: adapter.name, fields: adapter.fields, cannot: adapter.cannot },
    view,
    state: asked.connectionOf(code)?.line.state,
    health,
    drift,
    exchanges: rows.map(shown),
    opened: isInstant
      ? {
          at,
          exchanges: opened.map((row) => ({ ...shown(row), question: row.question, answer: row.answer })),
        }
      : undefined,
  };
}

function shown({
  id,
  at,
  ms,
  outcome,
  question,
}: Awaited<ReturnType<typeof exchangesOf>>[number]): ShownExchange {
  return { id, at: new Date(at).toISOString(), ms, outcome, to: placeOf(question) };
}

function placeOf(question: unknown): string {
  const { country = "", postcode = "" } =
    (question as { destination?: { country?: string; postcode?: string } }).destination ?? {};
  return `${country} ${postcode}`.trim();
}
