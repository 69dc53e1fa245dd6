import { moneyText } from "../money/currency";
import { Decimal } from "../money/decimal";
import { editionRate } from "./rate";
import type { CompiledEdition, CompiledTariff } from "./compiled-tariff";
import type { PastShipment } from "./past-shipment";

/** An edition of a tariff, to be weighed against another. */
export interface WeighedEdition {
  readonly tariff: CompiledTariff;
  readonly edition: CompiledEdition;
}

/** Sums of the shipments both editions have a rate for, in the tariffs' common currency. */
export interface WeighedSum {
  readonly shipments: number;
  readonly before: string;
  readonly after: string;
  /** After less before. */
  readonly difference: string;
  /** Of the sum before, with two digits; absent where that is 0. */
  readonly percent?: string;
}

export interface Weighed extends WeighedSum {
  /** By the first edition's zones, in the order of their codes. */
  readonly zones: readonly (WeighedSum & { readonly zone: string })[];
  /** Rated by one of the two only, and by neither. */
  readonly onlyBefore: number;
  readonly onlyAfter: number;
  readonly neither: number;
}

interface Sum {
  shipments: number;
  before: Decimal;
  after: Decimal;
}

/**
 * What past shipments cost under one edition and under another, each by its own zones; their values are in the first
 * tariff's unit. Amounts are rounded to the currency shipment by shipment, as they were charged. Editions with bands rate
 * nothing here: a shipment's second measure is not kept. `undefined` for tariffs in different currencies.
 */
export function weighEditions(
  before: WeighedEdition,
  after: WeighedEdition,
  shipments: readonly PastShipment[],
): Weighed | undefined {
  const { currency, basePerUnit } = before.tariff;
  if (after.tariff.currency !== currency) return undefined;
  const all = nothing();
  const zones = new Map<string, Sum>();
  const counts = { onlyBefore: 0, onlyAfter: 0, neither: 0 };
  for (const shipment of shipments) {
    const value = Decimal.of(shipment.value).times(basePerUnit);
    const [was, is] = [amountOf(before, shipment, value), amountOf(after, shipment, value)];
    if (was && is) {
      const zone = zones.get(was.zone) ?? nothing();
      zones.set(was.zone, zone);
      for (const sum of [all, zone]) add(sum, was.amount, is.amount, currency);
    } else if (was) counts.onlyBefore += 1;
    else if (is) counts.onlyAfter += 1;
    else counts.neither += 1;
  }
  return {
    ...counts,
    ...inWords(all, currency),
    zones: [...zones]
      .sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0))
      .map(([zone, sum]) => ({ zone, ...inWords(sum, currency) })),
  };
}

function nothing(): Sum {
  return { shipments: 0, before: Decimal.zero, after: Decimal.zero };
}

function add(sum: Sum, before: Decimal, after: Decimal, currency: string): void {
  sum.shipments += 1;
  sum.before = sum.before.plus(Decimal.of(moneyText(before, currency)));
  sum.after = sum.after.plus(Decimal.of(moneyText(after, currency)));
}

function inWords({ shipments, before, after }: Sum, currency: string): WeighedSum {
  const difference = after.minus(before);
  const percent = () => difference.times(Decimal.hundred).dividedBy(before, 2, "halfAwayFromZero").toFixed(2);
  return {
    shipments,
    before: moneyText(before, currency),
    after: moneyText(after, currency),
    difference: moneyText(difference, currency),
    ...(before.sign === 0 ? {} : { percent: percent() }),
  };
}

function amountOf(
  { tariff, edition }: WeighedEdition,
  { place }: PastShipment,
  value: Decimal,
): { zone: string; amount: Decimal } | undefined {
  const zone = tariff.chart.index.find(place)?.zone;
  if (zone === null || zone === undefined || edition.bands) return undefined;
  const rate = editionRate(tariff, edition, zone, value);
  return rate.ok ? { zone, amount: rate.value } : undefined;
}
