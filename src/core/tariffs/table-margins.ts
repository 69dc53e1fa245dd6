import { convert } from "../money/exchange";
import { moneyText } from "../money/currency";
import { Decimal } from "../money/decimal";
import { dimensionOf } from "../rules/measured";
import { editionOn, type CompiledTariff } from "./compiled-tariff";
import { rateAt, sampleOf, sampleValue } from "./table-sample";
import { taxInPrices } from "../quote/offer-tax";
import { withoutTax } from "../tax/without-tax";
import type { CompiledSetup } from "../quote/compiled-setup";

/** What one cell asks or costs against another table, per shipment at the break's upper edge; in the first table's currency. */
export interface CellMargin {
  readonly zone: string;
  readonly break: number;
  /** Sell without tax less buy. */
  readonly margin: string;
  readonly other: string;
}

export interface TableMargins {
  readonly cells: readonly CellMargin[];
  /** The tax that sell rates include and that is taken off them, in percent; "0" where they are without. */
  readonly taxPercent: string;
}

/**
 * A table of one side against one of the other, cell by cell: at a place of the cell's zone and at the break's upper edge
 * (half as far again beyond the last), on a day of the edition. Tables alone: no surcharges, margins or adjustments. Tables
 * over other kinds of measures, with bands, or in currencies without a rate between them give nothing.
 */
export function tableMargins(
  compiled: CompiledSetup,
  own: { readonly code: string; readonly side: "buy" | "sell" },
  other: string,
  date: string,
): TableMargins {
  const [table, against] = [compiled.tariffs.get(own.code), compiled.tariffs.get(other)];
  const edition = table && editionOn(table, date);
  const sell = own.side === "sell" ? own.code : other;
  const tax = includedTax(compiled, sell);
  const none = { cells: [], taxPercent: tax.toString() };
  if (!table || !against || !edition || edition.bands || editionOn(against, date)?.bands) return none;
  const conversion = compiled.exchange.find(against.currency, table.currency);
  if (dimensionOf(table.measure) !== dimensionOf(against.measure) || !conversion) return none;
  const net = (amount: Decimal) => withoutTax(amount, tax);
  const cells: CellMargin[] = [];
  for (const zone of edition.rows.keys()) {
    const place = sampleOf(table, zone);
    if (!place) continue;
    edition.breaks.forEach((entry, index) => {
      const value = sampleValue(entry);
      const mine = rateAt(table, place, value, date);
      const theirs = rateAt(against, place, value, date);
      const converted = theirs && convert(theirs, conversion);
      if (!mine || !converted) return;
      const margin = own.side === "sell" ? net(mine).minus(converted) : net(converted).minus(mine);
      const text = (amount: Decimal) => moneyText(amount, table.currency);
      cells.push({ zone, break: index, margin: text(margin), other: text(converted) });
    });
  }
  return { cells, taxPercent: tax.toString() };
}

/** The tax in a sell tariff's rates: that of the first offer that reads it in a channel whose prices include tax. */
function includedTax(compiled: CompiledSetup, sell: string): Decimal {
  for (const offer of [...compiled.offers.values()].flat()) {
    const { plan } = offer.offer;
    if (plan.kind !== "tariff" || plan.tariff !== sell) continue;
    const tax = taxInPrices(compiled, offer);
    if (tax.sign > 0) return tax;
  }
  return Decimal.zero;
}

/** The tariffs of the other side that can stand behind or before a tariff: what offers sell by it, or what they buy by. */
export function counterparts(
  compiled: CompiledSetup,
  tariff: CompiledTariff,
  side: "buy" | "sell",
): string[] {
  const found = new Set<string>();
  for (const { offer, services } of [...compiled.offers.values()].flat()) {
    const sell = offer.plan.kind === "tariff" ? offer.plan.tariff : undefined;
    if (sell === undefined) continue;
    const buys = services.flatMap(({ rate }) => (rate.kind === "tariff" ? [rate.tariff.code] : []));
    if (side === "sell" && sell === tariff.code) for (const buy of buys) found.add(buy);
    if (side === "buy" && buys.includes(tariff.code)) found.add(sell);
  }
  return [...found].sort();
}
