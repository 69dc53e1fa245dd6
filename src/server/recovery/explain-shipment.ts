import "server-only";
import { localDate } from "@/core/calendar/local-date";
import { compileItem } from "@/core/parcels/compiled-item";
import type { QuotedOffer } from "@/core/quote/quote";
import { explainBill, type BilledShipment, type ExplainedBill } from "@/core/recovery/explain-bill";
import { reckonerOf } from "@/core/recovery/reckoning";
import type { KeptRates } from "@/core/services/live-rate";
import type { PooledDatabase } from "@/db/connect";
import { readItems } from "@/db/queries/items";
import { readOrders, type StoredOrder } from "@/db/queries/orders";
import { skusOf } from "../orders/order-document";
import { orderRequest } from "../orders/order-request";
import { liveSetup, revisionSetup, type Revision } from "../services/live-setup";
import { shipmentOf } from "./shipped-parcels";

/** Something billed, and which shipment of ours it is. */
export interface Explaining {
  readonly order: string;
  readonly shipment: string;
  readonly billed: BilledShipment;
}

/** Orders that are read at once. */
const PAGE = 500;

/**
 * Why shipments were billed otherwise than expected, each by the revision its charge was made by and in its place; `undefined` for
 * one that can't be held beside what was expected: its order or charge is gone, or there is no exchange rate. Amounts are in the
 * home currency of what is live, by its exchange rates.
 */
export async function explainShipments(
  db: PooledDatabase,
  list: readonly Explaining[],
  progress: (done: number, total: number) => void = () => undefined,
): Promise<(ExplainedBill | undefined)[]> {
  const live = await liveSetup(db);
  if (!live) return list.map(() => undefined);
  const found: (ExplainedBill | undefined)[] = [];
  let coming = readPage(db, list, 0);
  for (let at = 0; at < list.length; at += PAGE) {
    const { page, stored, items } = await coming;
    // the database reads the next orders while these are worked out
    coming = readPage(db, list, at + PAGE);
    coming.catch(() => undefined);
    for (const one of page) {
      const order = stored.get(one.order);
      const revision = order?.charge && (await revisionSetup(db, order.charge.revision));
      found.push(order && revision ? explainOne(one, order, { live, revision, items }) : undefined);
    }
    progress(found.length, list.length);
  }
  return found;
}

async function readPage(db: PooledDatabase, list: readonly Explaining[], at: number) {
  const page = list.slice(at, at + PAGE);
  const orders = await readOrders(db, [...new Set(page.map(({ order }) => order))]);
  const stored = new Map(orders.map((one) => [one.order.number, one]));
  const skus = [...new Set(orders.flatMap(skusOf))];
  return { page, stored, items: new Map((await readItems(db, skus)).map((item) => [item.sku, item])) };
}

interface Surroundings {
  readonly live: Revision;
  readonly revision: Revision;
  readonly items: ReadonlyMap<string, Parameters<typeof compileItem>[0]>;
}

function explainOne(
  { shipment, billed }: Explaining,
  stored: StoredOrder,
  { live, revision, items }: Surroundings,
): ExplainedBill | undefined {
  const { charge, order } = stored;
  if (!charge) return undefined;
  const offer = charge.quote as QuotedOffer;
  const own = offer.shipments[shipmentOf(shipment).position];
  if (!own) return undefined;
  const { compiled } = revision;
  const placedAt = new Date(order.placedAt).toISOString();
  const known = (sku: string) => {
    const item = items.get(sku);
    return item && compileItem(item, compiled.defaultWeights);
  };
  const reckon = reckonerOf(compiled, orderRequest(stored), {
    items: known,
    placedAt: new Date(charge.appliedAt).toISOString(),
    live: new Map((charge.live ?? []) as KeptRates),
  });
  const { homeCurrency, timeZone } = live.setup.business;
  const { service, origin, lines, cost } = own;
  return explainBill(
    billed,
    {
      facts: { service, origin, lines },
      day: localDate(placedAt, timeZone),
      cost,
      currency: charge.currency,
    },
    {
      reckon: reckon.ok ? reckon.value : undefined,
      exchange: live.compiled.exchange,
      homeCurrency,
    },
  );
}
