import "server-only";
import { localDate } from "@/core/calendar/local-date";
import { roundMoney, moneyText } from "@/core/money/currency";
import { Decimal, sum } from "@/core/money/decimal";
import { convert } from "@/core/money/exchange";
import { breakEven, type BreakEvenCell, type ChargedOrders } from "@/core/recovery/break-even";
import { rateForCharge } from "@/core/recovery/break-even-edition";
import type { Plan } from "@/core/setup/plan";
import type { Setup } from "@/core/setup/setup";
import type { Edition, Tariff } from "@/core/setup/tariff";
import { inForce } from "@/core/tariffs/in-force";
import type { PooledDatabase } from "@/db/connect";
import { readSellTariffs, readSold, resultMonths, type SoldBy } from "@/db/queries/looking-back";
import type { Months } from "@/db/queries/result-figures";
import { liveSetup, type Revision } from "../services/live-setup";
import { monthsOf } from "./result-view";

/** What somebody wants to know. */
export interface BreakEvenAsked {
  readonly from: string | undefined;
  readonly to: string | undefined;
  readonly tariff: string | undefined;
  readonly marginPercent: string;
  readonly step: string;
}

export interface ShownBreakEven extends BreakEvenCell {
  readonly edge: string;
  readonly band: string;
  /** The rate that stands in the table today; absent where it has no such cell, or an empty one. */
  readonly rate?: string;
  /** The rate that would have reached the target, in the table's own tax basis; only for flat rates. */
  readonly newRate?: string;
}

/**
 * What the orders a sell table charged over some months would have to be charged for to cover what they cost, by zone and break.
 * Money in the table's currency, by the newest exchange rate where that is not the home currency.
 */
export async function viewBreakEven(db: PooledDatabase, asked: BreakEvenAsked, now: Date) {
  const [live, all] = await Promise.all([liveSetup(db), resultMonths(db)]);
  if (!live || !all) return undefined;
  const months = monthsOf(asked, all);
  const sold = await readSellTariffs(db, months);
  const { setup } = live;
  const tariffs = sold.flatMap(({ tariff: code, orders }) => {
    const tariff = setup.tariffs.find((known) => known.code === code);
    return tariff ? [{ code, name: tariff.name, orders }] : [];
  });
  const chosen = tariffs.find(({ code }) => code === asked.tariff) ?? tariffs[0];
  const tariff = setup.tariffs.find(({ code }) => code === chosen?.code);
  const today = localDate(now.toISOString(), setup.business.timeZone);
  const edition = tariff && inForce(tariff.editions, today);
  return {
    months: { ...months, all },
    tariffs,
    table: tariff && edition ? await tableOf(db, live, tariff, edition, { months, asked }) : undefined,
  };
}

export type BreakEvenView = NonNullable<Awaited<ReturnType<typeof viewBreakEven>>>;

async function tableOf(
  db: PooledDatabase,
  { setup, compiled }: Revision,
  tariff: Tariff,
  edition: Edition,
  { months, asked }: { readonly months: Months; readonly asked: BreakEvenAsked },
) {
  const { homeCurrency } = setup.business;
  const conversion = compiled.exchange.find(homeCurrency, tariff.currency);
  if (!conversion) return undefined;
  const money = (amount: string) =>
    moneyText(roundMoney(convert(Decimal.of(amount), conversion), tariff.currency), tariff.currency);
  const rows = await readSold(db, tariff.code, months);
  const taxPercent = taxOf(setup, tariff.code);
  const target = { marginPercent: asked.marginPercent, step: "0.01", currency: tariff.currency };
  const cells = bandsOf(edition).flatMap((band) => {
    const known = rows.flatMap((row) => (row.band === band ? (chargedOf(row, edition, money) ?? []) : []));
    return breakEven(known, target).map((cell) =>
      shownCell(cell, { edition, band, taxPercent, step: asked.step, currency: tariff.currency }),
    );
  });
  const known = cells.reduce((count, { orders }) => count + orders, 0);
  return {
    code: tariff.code,
    name: tariff.name,
    currency: tariff.currency,
    unit: tariff.unit,
    boundary: tariff.boundary,
    edition: edition.label,
    zones: setup.zoneCharts.find(({ code }) => code === tariff.zoneChart)?.zones ?? [],
    breaks: edition.breaks.map(({ edge }) => edge),
    taxPercent,
    cells,
    /** Orders by cells the table has no longer. */
    elsewhere: rows.reduce((count, { orders }) => count + orders, 0) - known,
    whole: {
      charged: totalOf(cells, ({ charged }) => charged, tariff.currency),
      cost: totalOf(cells, ({ cost }) => cost, tariff.currency),
      margin: totalOf(cells, ({ margin }) => margin, tariff.currency),
    },
  };
}

function totalOf(
  cells: readonly ShownBreakEven[],
  of: (cell: ShownBreakEven) => string,
  currency: string,
): string {
  return moneyText(sum(cells.map((cell) => Decimal.of(of(cell)))), currency);
}

const bandsOf = ({ bands }: Edition) => bands?.edges.map((edge) => edge ?? "open") ?? [""];

function chargedOf(
  { zone, edge, orders, charged, cost }: SoldBy,
  { breaks, rows }: Edition,
  money: (amount: string) => string,
): ChargedOrders | undefined {
  const at = breaks.findIndex((known) => (known.edge ?? "open") === edge);
  if (at < 0 || !rows.some((row) => row.zone === zone)) return undefined;
  return {
    zone,
    break: at,
    orders,
    charge: money(charged),
    cost: money(cost),
    isFree: Decimal.of(charged).sign === 0,
  };
}

interface Basis {
  readonly edition: Edition;
  readonly band: string;
  readonly taxPercent: string | undefined;
  readonly step: string;
  readonly currency: string;
}

function shownCell(cell: BreakEvenCell, { edition, band, ...basis }: Basis): ShownBreakEven {
  const { edge, rate: kind } = edition.breaks[cell.break] ?? {};
  const rates = edition.rows.find(({ zone }) => zone === cell.zone)?.rates ?? [];
  const page = edition.bands
    ? rates[edition.bands.edges.findIndex((known) => (known ?? "open") === band)]
    : rates;
  const rate = Array.isArray(page) ? page[cell.break] : undefined;
  const isFlat = kind === "flat" && typeof rate === "string";
  return {
    ...cell,
    edge: edge ?? "open",
    band,
    ...(typeof rate === "string" ? { rate } : {}),
    ...(isFlat && cell.needed !== undefined ? { newRate: rateForCharge(cell.needed, basis) } : {}),
  };
}

/** The tax that is in a sell table's rates: where the offers that are charged by it have prices with tax, the business's on delivery. */
function taxOf({ offers, channels, business }: Setup, tariff: string): string | undefined {
  const withTax = new Set(channels.filter((one) => one.pricesIncludeTax).map(({ code }) => code));
  const isWithTax = offers.some(
    ({ plan, channels: own }) => readsTariff(plan, tariff) && own.some((channel) => withTax.has(channel)),
  );
  return isWithTax ? business.deliveryTaxPercent : undefined;
}

function readsTariff(plan: Plan, tariff: string): boolean {
  if (plan.kind === "tariff") return plan.tariff === tariff;
  if (plan.kind !== "ladder") return false;
  const outcomes = [...plan.rules.map(({ then }) => then), ...(plan.otherwise ? [plan.otherwise] : [])];
  return outcomes.some((outcome) => "tariff" in outcome && outcome.tariff === tariff);
}
