import "server-only";
import { adapterOf, adapters } from "@/adapters/adapters";
import type { AdapterField, CarrierService, Rate, RateRefusal } from "@/contracts/carrier-rates";
import { planLiveRequests } from "@/core/quote/quote-order";
import type { Connection } from "@/core/setup/offer";
import { costOfFigure } from "@/core/services/carrier-figure";
import type { PooledDatabase } from "@/db/connect";
import { exchangesOf } from "@/db/queries/carriers";
import { readOrder } from "@/db/queries/orders";
import { secretKeys } from "../environment";
import { freeItems } from "../orders/free-items";
import { skusOf } from "../orders/order-document";
import { orderRequest } from "../orders/order-request";
import { done, failed, type Result } from "../result";
import { draftSetup } from "../services/draft-setup";
import { contextOf } from "../services/rate";
import { carrierQuestions } from "./carrier-question";
import type { LineState } from "./carrier-line";
import { viewConnection, type ConnectionView } from "./connection-settings";
import { askWith } from "./open-connections";

const DAY_MS = 86_400_000;
const MOST_SHOWN = 50;
const MOST_COUNTED = 10_000;

/** The kinds of carriers' systems that can be asked, as they are called. */
export function adapterNames(): { readonly code: string; readonly name: string }[] {
  return adapters.map(({ code, name }) => ({ code, name }));
}

/** A call of the last day. */
export interface ShownExchange {
  readonly id: string;
  readonly at: string;
  readonly ms: number;
  readonly outcome: string;
  /** Country and postcode it was about. */
  readonly to: string;
}

/** What a connection's page shows beside the setup. */
export interface ConnectionPage {
  readonly adapter:
    | { readonly name: string; readonly fields: readonly AdapterField[]; readonly cannot: readonly string[] }
    | undefined;
  readonly view: ConnectionView | undefined;
  readonly state: LineState | undefined;
  /** Of the last day, by what came of it, the most first; the ms half of the answered calls took at most, and all but one in twenty. */
  readonly day: {
    readonly counts: readonly { readonly outcome: string; readonly count: number }[];
    readonly median: number | undefined;
    readonly p95: number | undefined;
  };
  readonly exchanges: readonly ShownExchange[];
}

export async function connectionPage(
  db: PooledDatabase,
  connection: Connection,
  now: Date,
): Promise<ConnectionPage> {
  const since = new Date(now.getTime() - DAY_MS).toISOString();
  const [view, rows, asked] = await Promise.all([
    viewConnection(db, connection.code, secretKeys()),
    exchangesOf(db, connection.code, since, MOST_COUNTED),
    askWith(db, { connections: [connection], origins: [] }, now),
  ]);
  const adapter = adapterOf(connection.adapter);
  const counts = new Map<string, number>();
  for (const { outcome } of rows) counts.set(outcome, (counts.get(outcome) ?? 0) + 1);
  const times = rows
    .filter(({ outcome }) => outcome.startsWith("answered"))
    .map(({ ms }) => ms)
    .sort((a, b) => a - b);
  const part = (of: number) => times[Math.min(times.length - 1, Math.floor(times.length * of))];
  return {
    adapter: adapter && { name: adapter.name, fields: adapter.fields, cannot: adapter.cannot },
    view,
    state: asked.connectionOf(connection.code)?.line.state,
    day: {
      counts: [...counts]
        .map(([outcome, count]) => ({ outcome, count }))
        .sort((a, b) => b.count - a.count || (a.outcome < b.outcome ? -1 : 1)),
      median: part(0.5),
      p95: part(0.95),
    },
    exchanges: rows.slice(0, MOST_SHOWN).map(({ id, at, ms, outcome, question }) => ({
      id,
      at,
      ms,
      outcome,
      to: placeOf(question),
    })),
  };
}

function placeOf(question: unknown): string {
  const { country = "", postcode = "" } =
    (question as { destination?: { country?: string; postcode?: string } }).destination ?? {};
  return `${country} ${postcode}`.trim();
}

/** A rate as the carrier said it, and what it costs us: without tax. */
export interface AskedRate extends Rate {
  readonly cost: string | undefined;
}

/** What a carrier said of one shipment of an order. */
export interface AskedNow {
  readonly origin: string;
  readonly ms: number;
  /** Why there is no answer. */
  readonly outcome?: string;
  readonly said?: string;
  readonly rates: readonly AskedRate[];
  readonly declined: readonly RateRefusal[];
}

/**
 * Asks a connection now about an order by the draft, as it is being set up, whatever is kept; nothing is kept of it. Fails with
 * `not-found` where there is no such order; gives nothing where no service of the draft is priced by the connection.
 */
export async function askNow(
  db: PooledDatabase,
  code: string,
  number: string,
  now: Date,
): Promise<Result<readonly AskedNow[]>> {
  const [stored, draft] = [await readOrder(db, number), await draftSetup(db)];
  if (!stored || !draft?.compiled.ok) return failed("not-found");
  const { setup } = draft;
  const items = await freeItems(db, skusOf(stored), undefined);
  const context = contextOf(draft.compiled.value, items, now);
  const plan = planLiveRequests(draft.compiled.value, orderRequest(stored), context);
  if (!plan.ok) return failed("invalid", plan.problems);
  const asked = await askWith(db, setup, now);
  const open = asked.connectionOf(code);
  if (!open) return failed("not-found");
  const own = plan.value.filter(({ connection }) => connection === code);
  const found = await Promise.all(
    carrierQuestions(own, asked.originOf).map(async ({ question, requests }): Promise<AskedNow> => {
      const begun = asked.clock();
      const [answer] = await open.line.ask([question], asked.deadline);
      const ms = Math.round(asked.clock() - begun);
      const origin = requests[0]?.origin ?? "";
      const none = { origin, ms, rates: [], declined: [] };
      if (!answer) return { ...none, outcome: "malformed" };
      if ("notAsked" in answer) return { ...none, outcome: answer.notAsked };
      if ("fault" in answer)
        return {
          ...none,
          outcome: answer.fault,
          ...(answer.said === undefined ? {} : { said: answer.said }),
        };
      return { origin, ms, rates: answer.rates.map(withCost), declined: answer.declined };
    }),
  );
  return done(found);
}

function withCost(rate: Rate): AskedRate {
  const { amount, currency, tax } = rate;
  return {
    ...rate,
    cost: costOfFigure({ amount, currency, ...(tax.basis === "with" ? { taxPercent: tax.percent } : {}) }),
  };
}

/** The services the carrier says it has, or why it does not say. */
export async function carrierServices(
  db: PooledDatabase,
  connection: Connection,
  now: Date,
): Promise<Result<{ readonly services: readonly CarrierService[] } | { readonly outcome: string }>> {
  const asked = await askWith(db, { connections: [connection], origins: [] }, now);
  const open = asked.connectionOf(connection.code);
  if (!open) return failed("not-found");
  const found = await open.line.services(asked.deadline);
  return done("fault" in found ? { outcome: found.fault } : { services: found });
}
