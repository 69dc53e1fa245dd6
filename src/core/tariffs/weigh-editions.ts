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

export interface Weighed {
  /** Shipments that both editions have a rate for; sums are of these alone, in the tariffs' common currency. */
  readonly shipments: number;
  readonly before: string;
  readonly after: string;
  /** After less before. */
  readonly difference: string;
  /** Of the sum before, with two digits; absent where that is 0. */
  readonly percent?: string;
  /** Rated by one of the two only, and by neither. */
  readonly onlyBefore: number;
  readonly onlyAfter: number;
  readonly neither: number;
}

/**
 * What past shipments cost under one edition and under another, each by its own zones; amounts are rounded to the currency
 * shipment by shipment, as they were charged. Editions with bands rate nothing here: a shipment's second measure is not kept.
 * `undefined` for tariffs in different currencies.
 */
export function weighEditions(
  before: WeighedEdition,
  after: WeighedEdition,
  shipments: readonly PastShipment[],
): Weighed | undefined {
  const { currency } = before.tariff;
  if (after.tariff.currency !== currency) return undefined;
  let [old, young] = [Decimal.zero, Decimal.zero];
  const counts = { shipments: 0, onlyBefore: 0, onlyAfter: 0, neither: 0 };
  for (const shipment of shipments) {
    const [was, is] = [amountOf(before, shipment), amountOf(after, shipment)];
    if (was && is) {
      counts.shipments += 1;
      old = old.plus(Decimal.of(moneyText(was, currency)));
      young = young.plus(Decimal.of(moneyText(is, currency)));
    } else if (was) counts.onlyBefore += 1;
    else if (is) counts.onlyAfter += 1;
    else counts.neither += 1;
  }
  const difference = young.minus(old);
  const percent =
    old.sign === 0
      ? {}
      : { percent: difference.times(Decimal.hundred).dividedBy(old, 2, "halfAwayFromZero").toFixed(2) };
  return {
    ...counts,
    before: moneyText(old, currency),
    after: moneyText(young, currency),
    difference: moneyText(difference, currency),
    ...percent,
  };
}

function amountOf({ tariff, edition }: WeighedEdition, { place, value }: PastShipment): Decimal | undefined {
  const zone = tariff.chart.index.find(place)?.zone;
  if (zone === null || zone === undefined || edition.bands) return undefined;
  const rate = editionRate(tariff, edition, zone, Decimal.of(value).times(tariff.basePerUnit));
  return rate.ok ? rate.value : undefined;
}
