import "server-only";
import { isMonth, lastDayOf, monthAfter } from "@/core/calendar/months";
import { localDate } from "@/core/calendar/local-date";
import { moneyText } from "@/core/money/currency";
import { Decimal, sum } from "@/core/money/decimal";
import {
  journalOfCharges,
  type ChargedForJournal,
  type JournalEntry,
  type JournalKind,
} from "@/core/recovery/journal";
import type { PooledDatabase } from "@/db/connect";
import { readOrders } from "@/db/queries/orders";
import { resultMonths } from "@/db/queries/looking-back";
import { readBilled, readHandedOver, readUnbilled } from "@/db/queries/month-end";
import { chargedOf } from "../orders/applied-offer";
import { liveSetup, type Revision } from "../services/live-setup";

/** Months in which what is accrued has left, the one that ends included. */
const MONTHS = 12;
/** Orders that are read at once. */
const PAGE = 500;

/** A month's end: what left and is not billed, what was billed in the month, and the months there are. Money in home currency. */
export async function viewMonthEnd(db: PooledDatabase, asked: string | undefined) {
  const [live, all] = await Promise.all([liveSetup(db), resultMonths(db)]);
  if (!live || !all) return undefined;
  const { setup } = live;
  const { homeCurrency } = setup.business;
  const month = asked !== undefined && isMonth(asked) && asked <= all.to ? asked : all.to;
  const end = lastDayOf(month);
  const [unbilled, billed] = await Promise.all([
    readUnbilled(db, { from: `${monthAfter(month, 1 - MONTHS)}-01`, to: end, since: `${month}-01` }),
    readBilled(db, { from: `${month}-01`, to: end }),
  ]);
  const money = (amount: string) => moneyText(Decimal.of(amount), homeCurrency);
  const names = (list: readonly { readonly code: string; readonly name: string }[]) =>
    new Map(list.map(({ code, name }) => [code, name]));
  const [carriers, services] = [names(setup.carriers), names(setup.services)];
  return {
    month,
    months: all,
    end,
    homeCurrency,
    accrual: unbilled.map(({ carrier, service, shipments, expected, late }) => ({
      ...{ carrier, service, shipments },
      carrierName: carriers.get(carrier) ?? carrier,
      serviceName: services.get(service) ?? service,
      expected: money(expected),
      inMonth: money(late),
      before: moneyText(Decimal.of(expected).minus(Decimal.of(late)), homeCurrency),
    })),
    accrued: moneyText(sum(unbilled.map(({ expected }) => Decimal.of(expected))), homeCurrency),
    billed: billed.map((row) => ({
      carrier: row.carrier,
      carrierName: carriers.get(row.carrier) ?? row.carrier,
      bills: row.bills,
      matched: money(row.matched),
      others: money(row.others),
      fees: money(row.fees),
      total: moneyText(sum([row.matched, row.others, row.fees].map(Decimal.of)), homeCurrency),
    })),
  };
}

export type MonthEndView = NonNullable<Awaited<ReturnType<typeof viewMonthEnd>>>;

/** What is to be booked for a month: charges by carrier, charge type and tax rate; bills, fees and what is accrued by carrier. */
export async function monthJournal(db: PooledDatabase, asked: string | undefined) {
  const [live, view] = await Promise.all([liveSetup(db), viewMonthEnd(db, asked)]);
  if (!live || !view) return undefined;
  const { homeCurrency } = view;
  const lines = await chargedLines(db, live, { from: `${view.month}-01`, to: view.end });
  const charged = journalOfCharges(lines, { exchange: live.compiled.exchange, homeCurrency });
  const accrued = new Map<string, { count: number; net: Decimal }>();
  for (const { carrier, shipments, expected } of view.accrual) {
    const known = accrued.get(carrier) ?? { count: 0, net: Decimal.zero };
    accrued.set(carrier, { count: known.count + shipments, net: known.net.plus(Decimal.of(expected)) });
  }
  const cost = (kind: JournalKind, carrier: string, count: number, net: string): JournalEntry => ({
    ...{ kind, carrier, count, net },
    ...{ type: "", taxPercent: "", tax: "" },
  });
  const entries = [
    ...charged.entries,
    ...view.billed.flatMap(({ carrier, bills, matched, others, fees }) => [
      cost("billed", carrier, bills, moneyText(Decimal.of(matched).plus(Decimal.of(others)), homeCurrency)),
      cost("fees", carrier, bills, fees),
    ]),
    ...[...accrued].map(([carrier, { count, net }]) =>
      cost("accrued", carrier, count, moneyText(net, homeCurrency)),
    ),
  ];
  return { month: view.month, homeCurrency, entries, left: charged.left };
}

/** The lines of orders that were handed over in a month; orders are read page by page, and only their lines kept. */
async function chargedLines(
  db: PooledDatabase,
  { setup }: Revision,
  days: { readonly from: string; readonly to: string },
): Promise<ChargedForJournal[]> {
  const withTax = new Set(setup.channels.filter((one) => one.pricesIncludeTax).map(({ code }) => code));
  const found: ChargedForJournal[] = [];
  let after = "";
  for (;;) {
    const page = await readHandedOver(db, { ...days, after, most: PAGE });
    const carriers = new Map(page.map((one) => [one.order, one.carriers]));
    for (const { order, charge } of await readOrders(db, [...carriers.keys()])) {
      if (!charge) continue;
      const own = carriers.get(order.number) ?? [];
      const day = localDate(new Date(order.placedAt).toISOString(), setup.business.timeZone);
      const { chargeLines } = chargedOf(charge, withTax.has(order.channel));
      for (const { type, taxPercent, net, tax } of chargeLines)
        found.push({
          ...{ type, taxPercent, net, tax, day },
          carrier: own.length === 1 ? (own[0] ?? "") : "",
          currency: charge.currency,
        });
    }
    const last = page.at(-1);
    if (!last || page.length < PAGE) return found;
    after = last.order;
  }
}
