import "server-only";
import { localDate } from "@/core/calendar/local-date";
import { dayOf, type WorkingDays } from "@/core/calendar/working-days";
import type { RateCell } from "@/core/recovery/rate-cell";
import { Decimal } from "@/core/money/decimal";
import { shipmentResults } from "@/core/recovery/shipment-result";
import type { PooledDatabase } from "@/db/connect";
import { readItems } from "@/db/queries/items";
import { readOrders, type StoredOrder } from "@/db/queries/orders";
import {
  lockResults,
  readOutcomes,
  replaceResults,
  sumMonth,
  takeStaleMonth,
  takeStaleOrders,
  type ShipmentResultRow,
} from "@/db/queries/results";
import { inTransaction } from "../in-transaction";
import { appliedOffer, byHandOf } from "../orders/applied-offer";
import { skusOf } from "../orders/order-document";
import { done } from "../result";
import { liveSetup, revisionSetup, type Revision } from "../services/live-setup";

const MOST = 500;
const counting = new Set(["confirmed", "handed-over"]);

type Row = Omit<ShipmentResultRow, "margin">;

/**
 * Makes results anew that something has changed: of some orders, or when none waits the sums of one month. Gives how many there
 * were; nothing while somebody else is at it. What changes meanwhile is made anew the next time.
 */
export async function makeResults(db: PooledDatabase): Promise<number> {
  const live = await liveSetup(db);
  if (!live) return 0;
  const made = await inTransaction(db, async (tx) => {
    if (!(await lockResults(tx))) return done(0);
    const numbers = await takeStaleOrders(tx, MOST);
    if (numbers.length === 0) {
      const month = await takeStaleMonth(tx);
      if (month !== undefined) await sumMonth(tx, month);
      return done(month === undefined ? 0 : 1);
    }
    const stored = (await readOrders(tx, numbers)).filter(({ order }) => counting.has(order.state));
    const skus = [...new Set(stored.flatMap(skusOf))];
    const goods = new Map((await readItems(tx, skus)).map(({ sku, goodsClass }) => [sku, goodsClass]));
    const outcomes = outcomesOf(await readOutcomes(tx, numbers));
    const rows: Row[] = [];
    for (const one of stored) {
      const revision = one.charge && (await revisionSetup(db, one.charge.revision));
      if (revision) rows.push(...rowsOf(one, { live, revision, goods, outcomes }));
    }
    await replaceResults(tx, numbers, rows);
    return done(numbers.length);
  });
  return made.ok ? made.value : 0;
}

/** Makes anew whatever waits; gives how much there was. */
export async function makeAllResults(db: PooledDatabase): Promise<number> {
  for (let all = 0; ; ) {
    const some = await makeResults(db);
    if (some === 0) return all;
    all += some;
  }
}

/** What became of shipments: the day each left, what was billed of it, and what of an order's charge was given back. */
interface Outcomes {
  readonly dayOf: (order: string, service: string, origin: string) => string | undefined;
  readonly arrivedOn: (order: string, service: string, origin: string) => string | undefined;
  readonly billOf: (charge: string, position: number) => BilledOn | undefined;
  readonly creditedOf: (order: string) => Decimal;
}

interface BilledOn {
  readonly amount: string | null;
  readonly date: string;
}

function outcomesOf({ left, billed, arrived, credited }: Awaited<ReturnType<typeof readOutcomes>>): Outcomes {
  const key = (...parts: readonly (string | number | null)[]) => JSON.stringify(parts);
  const days = new Map(left.map(({ order, service, origin, day }) => [key(order, service, origin), day]));
  const bills = new Map(
    billed.map(({ charge, shipment, billed: amount, date }) => [key(charge, shipment), { amount, date }]),
  );
  const arrivals = new Map(
    arrived.map(({ order, service, origin, day }) => [key(order, service, origin), day]),
  );
  const credits = new Map(credited.map(({ order, net }) => [order, net]));
  return {
    arrivedOn: (...of) => arrivals.get(key(...of)),
    dayOf: (...of) => days.get(key(...of)) ?? undefined,
    billOf: (...of) => bills.get(key(...of)),
    creditedOf: (order) => Decimal.of(credits.get(order) ?? "0"),
  };
}

interface Surroundings {
  readonly live: Revision;
  readonly revision: Revision;
  readonly goods: ReadonlyMap<string, string | undefined>;
  readonly outcomes: Outcomes;
}

function rowsOf(
  { order, charge, lines }: StoredOrder,
  { live, revision, goods, outcomes }: Surroundings,
): Row[] {
  if (!charge) return [];
  const { number, channel, country, customerGroup } = order;
  const { homeCurrency, timeZone } = live.setup.business;
  const quote = appliedOffer(charge);
  const ordered = localDate(new Date(order.placedAt).toISOString(), timeZone);
  const own = new Map(
    lines.map(({ sku, item }) => [sku, (item as { goodsClass?: string } | null)?.goodsClass]),
  );
  const carriers = carriersOf(live, revision);
  // what is collected takes no days
  const daysOf = (service: string) => {
    const own = revision.compiled.services.get(service) ?? live.compiled.services.get(service);
    return own && own.service.tier !== "collection" ? own.carrierDays : undefined;
  };
  const results = shipmentResults(
    {
      charged: Decimal.of(order.chargeNet ?? quote.net)
        .minus(outcomes.creditedOf(number))
        .toString(),
      currency: charge.currency,
      day: ordered,
      quote,
      hasCoupon: order.coupon !== null,
      isByHand: byHandOf(charge).amount !== undefined,
    },
    {
      exchange: live.compiled.exchange,
      homeCurrency,
      goodsClassOf: (sku) => goods.get(sku) ?? own.get(sku),
    },
  );
  return quote.shipments.flatMap((shipment, position) => {
    const found = results[position];
    if (!found) return [];
    const { sellCell, ...result } = found;
    const { service, origin, parcels } = shipment;
    const left = outcomes.dayOf(number, service, origin);
    return {
      ...result,
      ...sold(sellCell),
      charge: charge.id,
      order: number,
      day: left ?? ordered,
      carrier: carriers.get(service) ?? "",
      ...{ service, channel, country, origin, parcels },
      customerGroup: customerGroup ?? "",
      concessions: [...result.concessions],
      orders: position === 0 ? 1 : 0,
      handedOver: order.state === "handed-over",
      charged: result.charged ?? null,
      expected: result.expected ?? null,
      ...billedOf(outcomes.billOf(charge.id, position)),
      promisedOn: (quote.parts?.[position] ?? quote).promise?.latest ?? null,
      ...arrivalOf(left, outcomes.arrivedOn(number, service, origin), daysOf(service)),
    };
  });
}

function sold(cell: RateCell | undefined) {
  const { tariff = "", zone = "", edge = "", band = "" } = cell ?? {};
  return { sellTariff: tariff, sellZone: zone, sellEdge: edge, sellBand: band };
}

function billedOf(bill: BilledOn | undefined) {
  return { billed: bill?.amount ?? null, billedOn: bill?.date ?? null };
}

/** The day it arrived; the days it took only where it is known when it left. */
function arrivalOf(left: string | undefined, arrived: string | undefined, carrier: WorkingDays | undefined) {
  return {
    deliveredOn: arrived ?? null,
    transitDays:
      left === undefined || arrived === undefined || !carrier
        ? null
        : carrier.until(dayOf(left), dayOf(arrived)),
  };
}

/** Whose each service is: by what was live when the order was charged, else by what is now. */
function carriersOf(live: Revision, then: Revision): ReadonlyMap<string, string> {
  return new Map(
    [...live.setup.services, ...then.setup.services].map(({ code, carrier }) => [code, carrier]),
  );
}
