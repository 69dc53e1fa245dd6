import { moneyText, roundMoney } from "@/core/money/currency";
import { Decimal } from "@/core/money/decimal";
import { compileItem } from "@/core/parcels/compiled-item";
import type { QuotedOffer } from "@/core/quote/quote";
import type { BillLine, BillWords } from "@/core/recovery/bill";
import { reckonerOf, type Reckoned, type ReckonedFacts } from "@/core/recovery/reckoning";
import { tariffOf } from "@/core/services/compiled-rate";
import type { PooledDatabase } from "@/db/connect";
import type { By } from "@/db/queries/activity";
import { readItems } from "@/db/queries/items";
import { readOrders, type StoredOrder } from "@/db/queries/orders";
import { listBills, readBillWords, shippedBy, type ShippedRow } from "@/db/queries/recovery";
import { skusOf } from "@/server/orders/order-document";
import { orderRequest } from "@/server/orders/order-request";
import { setBillWords } from "@/server/recovery/bill-words";
import { takeBill } from "@/server/recovery/take-bill";
import { liveSetup, type Revision } from "@/server/services/live-setup";

const DAY_MS = 86_400_000;
const MONTHS = 3;
/** More than the demo has. */
const MOST_BILLS = 100;
const FREIGHT = "FRT";
const FEE = "COLLECT";

/** What each of the demo's carriers calls its charges, services and zones; and its own habits of getting things wrong. */
const carriers = [
  {
    code: "PNP",
    upgrades: 0,
    late: 0,
    short: "PP",
    fuel: "ENERGY",
    reweighs: 17,
    misplaces: 43,
    doubles: 61,
    remote: 29,
  },
  {
    code: "TRN",
    upgrades: 11,
    late: 0,
    short: "TW",
    fuel: "FUEL",
    reweighs: 23,
    misplaces: 37,
    doubles: 53,
    remote: 0,
  },
  {
    code: "STP",
    upgrades: 0,
    late: 7,
    short: "SF",
    fuel: "DIESEL",
    reweighs: 19,
    misplaces: 0,
    doubles: 31,
    remote: 0,
  },
  {
    code: "AMB",
    upgrades: 0,
    late: 0,
    short: "AW",
    fuel: "",
    reweighs: 13,
    misplaces: 0,
    doubles: 0,
    remote: 0,
  },
] as const;
type DemoCarrier = (typeof carriers)[number];

/**
 * The last three months' bills of the demo's carriers, as their own systems would have made them: what was expected, with honest
 * deviations at fixed places: parcels weighed heavier, a zone too far, fuel of a step ours does not know, a dearer service, a day a month later, lines twice, a surcharge
 * for islands we have none of, a parcel nobody knows, and a fee for collecting.
 */
export async function loadDemoBills(db: PooledDatabase, by: By): Promise<void> {
  const live = await liveSetup(db);
  if (!live) return;
  // a start that was stopped in the middle goes on where it was
  const known = new Set((await listBills(db, MOST_BILLS)).map(({ number }) => number));
  for (const carrier of carriers) {
    const services = live.setup.services.filter(({ carrier: own }) => own === carrier.code);
    const words: BillWords = {
      codes: [
        { code: FREIGHT, kind: "freight" },
        { code: FEE, kind: "fee" },
        ...(carrier.fuel === ""
          ? []
          : [{ code: carrier.fuel, kind: "surcharge" as const, surcharge: "fuel" }]),
      ],
      services: Object.fromEntries(services.map(({ name, code }) => [name, code])),
      zones: {},
    };
    if (!(await readBillWords(db, carrier.code))) await setBillWords(db, carrier.code, words, by);
    for (let month = MONTHS; month >= 1; month--) {
      const [from, before] = monthAgo(by.now, month);
      const number = `${carrier.short}-${before.slice(0, 7)}`;
      if (known.has(number)) continue;
      const rows = await shippedBy(
        db,
        services.map(({ code }) => code),
        { from, before },
      );
      const lines = await billedLines(db, live, carrier, rows);
      if (lines.length === 0) continue;
      const bill = {
        number,
        date: before.slice(0, 10),
        currency: lines[0]?.currency ?? "EUR",
        lines: lines.map(({ currency: _, ...line }) => line),
      };
      const taken = await takeBill(db, carrier.code, bill, by);
      if (!taken.ok) throw new Error(`${bill.number}: ${taken.code} ${JSON.stringify(taken.problems)}`);
    }
  }
}

/** The first instant of the month so many before, and the last of it. */
function monthAgo(now: Date, month: number): [string, string] {
  const first = Date.UTC(now.getUTCFullYear(), now.getUTCMonth() - month, 1);
  const last = Date.UTC(now.getUTCFullYear(), now.getUTCMonth() - month + 1, 1) - 1;
  return [new Date(first).toISOString(), new Date(last).toISOString()];
}

type CurrencyLine = BillLine & { readonly currency: string };

async function billedLines(
  db: PooledDatabase,
  live: Revision,
  carrier: DemoCarrier,
  rows: readonly ShippedRow[],
): Promise<CurrencyLine[]> {
  const stored = new Map(
    (await readOrders(db, [...new Set(rows.map(({ order }) => order))])).map((one) => [
      one.order.number,
      one,
    ]),
  );
  const items = new Map(
    (await readItems(db, [...new Set([...stored.values()].flatMap(skusOf))])).map((item) => [item.sku, item]),
  );
  const lines: CurrencyLine[] = [];
  rows.forEach((row, at) => {
    const order = stored.get(row.order);
    const own = order && linesOf({ live, carrier, row, order, items }, at + 1);
    if (own) lines.push(...own);
  });
  const currency = lines[0]?.currency;
  if (currency === undefined) return [];
  return [
    ...lines.filter((line) => line.currency === currency),
    {
      charge: FREIGHT,
      tracking: `${carrier.short}0000`,
      weight: "3",
      amount: "9.40",
      country: "DE",
      currency,
    },
    { charge: FEE, text: "Collecting at the ramp", amount: "25.00", currency },
  ];
}

interface Shipped {
  readonly live: Revision;
  readonly carrier: DemoCarrier;
  readonly row: ShippedRow;
  readonly order: StoredOrder;
  readonly items: ReadonlyMap<string, Parameters<typeof compileItem>[0]>;
}

/** A shipment's lines, with what goes wrong at its place; nothing for one that can't be worked out anew. */
function linesOf({ live, carrier, row, order, items }: Shipped, nth: number): CurrencyLine[] | undefined {
  const { compiled } = live;
  const own = (order.charge?.quote as QuotedOffer | undefined)?.shipments[row.position];
  const reckon = reckonerOf(compiled, orderRequest(order), {
    items: (sku) => {
      const item = items.get(sku);
      return item && compileItem(item, compiled.defaultWeights);
    },
    placedAt: new Date(row.placedAt).toISOString(),
  });
  if (!own || !reckon.ok) return undefined;
  const facts: ReckonedFacts = { service: own.service, origin: own.origin, lines: own.lines };
  const expected = reckon.value(facts);
  if (!expected.ok) return undefined;
  const is = (every: number) => every > 0 && nth % every === 0;
  const { weight, zone } = expected.value;
  const wrong: ReckonedFacts = {
    ...facts,
    ...(is(carrier.reweighs) && weight ? { weight: weight.times(Decimal.of("1.6")) } : {}),
    ...(is(carrier.misplaces) ? { zone: nextZone(live, own.service, zone) } : {}),
    ...(is(carrier.upgrades) && own.service === "TRN-ECO" ? { service: "TRN-EXPRESS" } : {}),
    ...(is(carrier.late) ? { day: daysAfter(expected.value.day, 35) } : {}),
  };
  const reckoned = reckon.value(wrong);
  const billed = reckoned.ok ? reckoned.value : expected.value;
  const lines = told(billed, { row: { ...row, service: wrong.service }, carrier, live });
  const remote = { ...bare(row, carrier), charge: "ISLAND", amount: "2.80", currency: billed.currency };
  return [...lines, ...(is(carrier.remote) ? [remote] : []), ...(is(carrier.doubles) ? lines : [])];
}

function daysAfter(day: string, days: number): string {
  return new Date(Date.parse(day) + days * DAY_MS).toISOString().slice(0, 10);
}

function nextZone({ setup, compiled }: Revision, service: string, zone = ""): string {
  const own = compiled.services.get(service);
  const tariff = own && tariffOf(own.rate);
  const code = setup.tariffs.find((one) => one.code === tariff?.code)?.zoneChart;
  const chart = setup.zoneCharts.find((one) => one.code === code);
  const zones = chart?.zones.map(({ code }) => code) ?? [];
  return zones[zones.indexOf(zone) + 1] ?? zone;
}

/** The carrier's number, which nobody told us, and ours. */
const bare = ({ order, position }: ShippedRow, { short }: DemoCarrier) => ({
  tracking: `${short}${order}${position}`,
  reference: order,
});

function told(
  { freight, surcharges, currency, weight, zone, day }: Reckoned,
  { row, carrier, live }: Pick<Shipped, "row" | "carrier" | "live">,
): CurrencyLine[] {
  const name = live.setup.services.find(({ code }) => code === row.service)?.name ?? row.service;
  const amount = (of: Decimal) => moneyText(roundMoney(of, currency), currency);
  // a month after ours the carrier's fuel went up by a step that nobody has typed in here
  const step = carrier.code === "TRN" && day >= lateFuel(live) ? Decimal.of("1.08") : Decimal.one;
  return [
    {
      ...bare(row, carrier),
      day,
      country: row.country,
      postcode: row.postcode,
      ...(weight ? { weight: weight.toString() } : {}),
      service: name,
      ...(zone === undefined ? {} : { zone }),
      charge: FREIGHT,
      amount: amount(freight),
      currency,
    },
    ...surcharges.map(({ code, amount: own }) => ({
      ...bare(row, carrier),
      charge: code === "fuel" ? carrier.fuel : code.toUpperCase(),
      amount: amount(code === "fuel" ? own.times(step) : own),
      currency,
    })),
  ];
}

/** A month after the last fuel step that is known here. */
function lateFuel({ setup }: Revision): string {
  const steps = setup.carriers.find(({ code }) => code === "TRN")?.fuelIndex ?? [];
  const last =
    steps
      .map(({ from }) => from)
      .sort()
      .at(-1) ?? "2026-01-01";
  return daysAfter(last, 31);
}
