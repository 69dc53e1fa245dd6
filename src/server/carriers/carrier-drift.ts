import "server-only";
import { localDate } from "@/core/calendar/local-date";
import { planLiveRequests } from "@/core/quote/quote-order";
import { driftOf, type DriftFigures } from "@/core/services/drift";
import type { LiveRequest } from "@/core/services/live-rate";
import type { PooledDatabase } from "@/db/connect";
import { comparedAnswers, keepAnswers, keepExchanges, type CarrierAnswerRow } from "@/db/queries/carriers";
import { readItems } from "@/db/queries/items";
import { chosenOrders, type ChosenOrder } from "@/db/queries/orders";
import { orderRequest } from "../orders/order-request";
import { done, failed, type Result } from "../result";
import { draftSetup } from "../services/draft-setup";
import { contextOf } from "../services/rate";
import { askCarriers, keptUnder, MOST_QUESTIONS } from "./ask-carriers";
import { spreadOver } from "./spread-over";
import type { AboutShipment } from "./carrier-use";
import { askWith } from "./open-connections";

/** Answers that are held beside our table: the last ones. */
const MOST_COMPARED = 500;
/** Orders shipments are looked for in, to ask about. */
const ORDERS_LOOKED_AT = 200;
/** ms all of them are waited for together. */
const COMPARE_MS = 6000;

/** A shipment our table and the carrier both have a figure for. */
export interface ComparedShipment extends DriftFigures {
  readonly at: string;
  readonly service: string;
  readonly origin: string;
  readonly to: string;
  readonly weight: string | undefined;
}

/** Our tables beside what the carrier has answered: as far as answers are kept, in home currency, the newest first. */
export interface CarrierDrift {
  readonly currency: string;
  readonly shipments: readonly ComparedShipment[];
  readonly sums: DriftFigures | undefined;
  /** By service of ours, in order. */
  readonly services: readonly {
    readonly service: string;
    readonly shipments: number;
    readonly sums: DriftFigures;
  }[];
}

export async function carrierDrift(db: PooledDatabase, code: string): Promise<CarrierDrift> {
  const [draft, rows] = await Promise.all([draftSetup(db), comparedAnswers(db, code, MOST_COMPARED)]);
  if (!draft?.compiled.ok) return { currency: "", shipments: [], sums: undefined, services: [] };
  const { homeCurrency: currency, timeZone } = draft.setup.business;
  const known = rows.flatMap((row) => pairOf(row) ?? []);
  const [newest] = known;
  const exchange = draft.compiled.value.exchange.on(newest ? localDate(newest.at, timeZone) : "");
  const drift = driftOf(known, currency, exchange);
  const shipments = known.flatMap(({ at, about: { service, origin, to, weight } }, i): ComparedShipment[] => {
    const figures = drift.pairs[i];
    return figures ? [{ ...figures, at, service, origin, to, weight }] : [];
  });
  const services = [...new Set(shipments.map(({ service }) => service))].sort().map((service) => {
    const own = known.filter(({ about }, i) => about.service === service && drift.pairs[i]);
    return { service, shipments: own.length, sums: driftOf(own, currency, exchange).sums };
  });
  return { currency, shipments, sums: shipments.length > 0 ? drift.sums : undefined, services };
}

function pairOf({ at, answer, about }: CarrierAnswerRow) {
  const { amount, currency } = answer as { amount?: string; currency?: string };
  if (!about || amount === undefined || currency === undefined) return undefined;
  const own = about as AboutShipment;
  return { at: new Date(at).toISOString(), about: own, table: own.table, carrier: { amount, currency } };
}

/**
 * Asks a carrier about shipments of the last orders by the draft, spread over their weights, so that there is something to
 * hold our tables beside; what it says is kept like any answer. Gives how many it answered of how many asked.
 */
export async function compareNow(
  db: PooledDatabase,
  code: string,
  now: Date,
): Promise<Result<{ readonly asked: number; readonly answered: number }>> {
  const draft = await draftSetup(db);
  if (!draft?.compiled.ok) return failed("not-found");
  const asked = await askWith(db, draft.setup, now);
  if (!asked.connectionOf(code)) return failed("not-found");
  const found = new Map<string, LiveRequest>();
  const orders: ChosenOrder[] = [];
  for await (const page of chosenOrders(db, { kind: "last", count: ORDERS_LOOKED_AT }, ORDERS_LOOKED_AT))
    orders.push(...page);
  const items = await readItems(db, [...new Set(orders.flatMap(({ lines }) => lines.map(({ sku }) => sku)))]);
  const context = contextOf(draft.compiled.value, items, now);
  for (const { order, lines } of orders) {
    // as if they were placed now: the carrier says what it takes now
    const { placedAt: _, ...request } = orderRequest({ order, lines });
    const plan = planLiveRequests(draft.compiled.value, request, context);
    for (const one of plan.ok ? plan.value : [])
      if (one.connection === code && one.table) found.set(one.key, one);
  }
  const named = keptUnder([...found.values()], asked);
  const distinct = [...new Map(named.map(({ knownAs, request }) => [knownAs, request])).values()];
  const chosen = spreadOver(distinct, MOST_QUESTIONS, weightOf);
  const came = await askCarriers(chosen, { ...asked, deadline: asked.clock() + COMPARE_MS });
  await keepAnswers(db, came.kept);
  await keepExchanges(db, came.exchanges);
  return done({ asked: chosen.length, answered: came.kept.length });
}

const weightOf = ({ parcels }: LiveRequest) =>
  parcels.reduce((all, { count, weight }) => all + count * Number(weight ?? 0), 0);
