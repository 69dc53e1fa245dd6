import { moneyText, roundMoney } from "../money/currency";
import { Decimal } from "../money/decimal";
import type { Quantity } from "../units/unit";
import { given, refused, reject, type BreakText, type MoneyText, type Outcome } from "../working/reason";
import type { Trace } from "../working/step";
import type { Place } from "../zones/zone-index";
import { findZone } from "../zones/find-zone";
import { findBreak } from "./breaks";
import {
  editionOn,
  type CompiledBreak,
  type CompiledEdition,
  type CompiledRow,
  type CompiledTariff,
} from "./compiled-tariff";

/** Digits kept in a quotient (per 3 kg, say) before money is rounded at its own place. */
const WORKING_SCALE = 30;

/** What a tariff is asked: the value of its measure in base units, where to, from which origins, on which date. */
export interface TariffQuestion {
  readonly value: Decimal;
  readonly place: Place;
  readonly origins: readonly string[];
  /** `YYYY-MM-DD` in the business's time zone. */
  readonly date: string;
}

export interface TariffAnswer {
  /** In the tariff's currency, not rounded. */
  readonly amount: Decimal;
  readonly zone: string;
}

/**
 * A tariff's rate. Fails with `zone-not-found`, `zone-not-served`, `no-edition`, `no-rate`, `above-last-break` or
 * `below-first-break`.
 */
export function tariffRate(
  tariff: CompiledTariff,
  question: TariffQuestion,
  trace?: Trace,
): Outcome<TariffAnswer> {
  const zone = findZone(tariff.chart, question.place, question.origins, zoneTrace(trace));
  if (!zone.ok) return zone;
  const edition = editionOn(tariff, question.date);
  if (!edition)
    return refused(
      reject("no-edition", { tariff: tariff.name, date: question.date }, `${tariff.path}/editions`),
    );
  trace?.add(
    "edition-chosen",
    {
      tariff: tariff.name,
      label: edition.label,
      date: question.date,
      from: edition.from,
      ...(edition.to === undefined ? {} : { to: edition.to }),
    },
    edition.label,
    edition.path,
  );
  const row = edition.rows.get(zone.value);
  if (!row)
    return refused(reject("no-rate", { tariff: tariff.name, zone: zone.value }, `${edition.path}/rows`));
  const amount = rowRate(tariff, edition, row, zone.value, question.value, trace);
  return amount.ok ? given({ amount: amount.value, zone: zone.value }) : amount;
}

/** A buy tariff's zone is a station of its own; a sell tariff's belongs to the plan. */
function zoneTrace(trace: Trace | undefined): Trace | undefined {
  return trace?.ofRate() ? trace.at("zone") : trace;
}

function rowRate(
  tariff: CompiledTariff,
  edition: CompiledEdition,
  row: CompiledRow,
  zone: string,
  value: Decimal,
  trace?: Trace,
): Outcome<Decimal> {
  const found = findBreak(edition.breaks, value, tariff.boundary);
  if (typeof found === "string") return refused(outside(tariff, edition, value, found));
  const entry = edition.breaks[found];
  const cellPath = `${edition.path}/rows/${row.index}/rates/${found}`;
  const own = breakAmount(edition, row, found, value);
  if (!entry || !own) {
    return refused(
      reject(
        "no-rate",
        { tariff: tariff.name, zone, ...(entry ? { break: breakText(tariff, entry) } : {}) },
        cellPath,
      ),
    );
  }
  trace?.add(
    "break-found",
    { tariff: tariff.name, value: shown(tariff, value), break: breakText(tariff, entry) },
    undefined,
    `${edition.path}/breaks/${found}`,
  );
  if (trace) explainRate(tariff, edition, row, found, value, own, trace, cellPath);
  return given(bounded(tariff, edition, row, lowerNext(tariff, edition, row, found, own, trace), trace));
}

/** The break's amount for the value, or `undefined` where the cell (or one it builds on) is empty. */
function breakAmount(
  edition: CompiledEdition,
  row: CompiledRow,
  index: number,
  value: Decimal,
): Decimal | undefined {
  const entry = edition.breaks[index];
  const cell = row.rates[index];
  if (!entry || !cell) return undefined;
  if (entry.rate === "flat") return cell;
  if (entry.rate === "perUnit") return quotient(cell.times(value), entry.per);
  const base = baseAmount(edition, row, index, entry);
  return base?.plus(cell.times(startedUnits(entry, value)));
}

/** A break's amount for a value with the row's minimum and maximum; `undefined` where there is no rate. */
export function breakRate(
  edition: CompiledEdition,
  row: CompiledRow,
  index: number,
  value: Decimal,
): Decimal | undefined {
  const amount = breakAmount(edition, row, index, value);
  if (amount && row.minimum && amount.lessThan(row.minimum)) return row.minimum;
  return amount && row.maximum && amount.moreThan(row.maximum) ? row.maximum : amount;
}

/** What the break before gives at the edge between the two; 0 below the first break. */
function baseAmount(
  edition: CompiledEdition,
  row: CompiledRow,
  index: number,
  entry: CompiledBreak,
): Decimal | undefined {
  return index === 0 || !entry.lower ? Decimal.zero : breakAmount(edition, row, index - 1, entry.lower);
}

/** Units of `per` above the break's lower edge, each started one counted whole. */
function startedUnits(entry: CompiledBreak, value: Decimal): Decimal {
  return value.minus(entry.lower ?? Decimal.zero).dividedBy(entry.per, 0, "ceiling");
}

function quotient(product: Decimal, per: Decimal): Decimal {
  return per.equals(Decimal.one) ? product : product.dividedBy(per, WORKING_SCALE, "halfAwayFromZero");
}

/** Deficit weight: the lower of the own break's amount and the next one's at the edge where it begins. */
function lowerNext(
  tariff: CompiledTariff,
  edition: CompiledEdition,
  row: CompiledRow,
  index: number,
  own: Decimal,
  trace?: Trace,
): Decimal {
  const edge = edition.breaks[index]?.upper;
  const next = edition.lowerNextBreak && edge ? breakAmount(edition, row, index + 1, edge) : undefined;
  if (!next || !edge) return own;
  const taken = next.lessThan(own) ? "next" : "own";
  const lower = taken === "next" ? next : own;
  trace?.add(
    "rate-lower-next",
    { own: money(tariff, own), next: money(tariff, next), edge: shown(tariff, edge), taken },
    figure(tariff, lower),
    `${edition.path}/rows/${row.index}/rates/${index + 1}`,
  );
  return lower;
}

function bounded(
  tariff: CompiledTariff,
  edition: CompiledEdition,
  row: CompiledRow,
  amount: Decimal,
  trace?: Trace,
): Decimal {
  if (row.minimum && amount.lessThan(row.minimum)) {
    trace?.add(
      "row-minimum",
      { minimum: money(tariff, row.minimum) },
      figure(tariff, row.minimum),
      `${edition.path}/rows/${row.index}/minimum`,
    );
    return row.minimum;
  }
  if (row.maximum && amount.moreThan(row.maximum)) {
    trace?.add(
      "row-maximum",
      { maximum: money(tariff, row.maximum) },
      figure(tariff, row.maximum),
      `${edition.path}/rows/${row.index}/maximum`,
    );
    return row.maximum;
  }
  return amount;
}

function explainRate(
  tariff: CompiledTariff,
  edition: CompiledEdition,
  row: CompiledRow,
  index: number,
  value: Decimal,
  own: Decimal,
  trace: Trace,
  source: string,
): void {
  const entry = edition.breaks[index];
  const rate = row.rates[index];
  if (!entry || !rate) return;
  const cell = money(tariff, rate);
  const per = shown(tariff, entry.per);
  if (entry.rate === "flat") trace.add("rate-flat", { cell }, figure(tariff, own), source);
  if (entry.rate === "perUnit")
    trace.add("rate-per-unit", { cell, per, value: shown(tariff, value) }, figure(tariff, own), source);
  if (entry.rate !== "basePlus") return;
  const base = money(tariff, baseAmount(edition, row, index, entry) ?? Decimal.zero);
  const edge = shown(tariff, entry.lower ?? Decimal.zero);
  trace.add(
    "rate-base-plus",
    { base, edge, cell, per, started: Number(startedUnits(entry, value).toString()) },
    figure(tariff, own),
    source,
  );
}

function outside(tariff: CompiledTariff, edition: CompiledEdition, value: Decimal, side: "below" | "above") {
  const shownValue = shown(tariff, value);
  if (side === "below") {
    const first = edition.breaks[0]?.lower ?? Decimal.zero;
    return reject(
      "below-first-break",
      { tariff: tariff.name, value: shownValue, first: shown(tariff, first) },
      `${edition.path}/breaks/0`,
    );
  }
  const last = edition.breaks.length - 1;
  const edge = edition.breaks[last]?.upper ?? Decimal.zero;
  return reject(
    "above-last-break",
    { tariff: tariff.name, value: shownValue, last: shown(tariff, edge) },
    `${edition.path}/breaks/${last}`,
  );
}

function shown(tariff: CompiledTariff, base: Decimal): Quantity {
  return { value: base.dividedBy(tariff.basePerUnit, 6, "halfAwayFromZero").toString(), unit: tariff.unit };
}

/** Cells may have more digits than the currency (0.0415 per kg): shown whole, never rounded away. */
function money(tariff: CompiledTariff, amount: Decimal): MoneyText {
  return { amount: figure(tariff, amount), currency: tariff.currency };
}

function figure(tariff: CompiledTariff, amount: Decimal): string {
  const whole = roundMoney(amount, tariff.currency).equals(amount);
  return whole ? moneyText(amount, tariff.currency) : amount.rounded(6, "halfAwayFromZero").toString();
}

function breakText(tariff: CompiledTariff, entry: CompiledBreak): BreakText {
  return {
    ...(entry.lower ? { lower: shown(tariff, entry.lower).value } : {}),
    ...(entry.upper ? { upper: shown(tariff, entry.upper).value } : {}),
    unit: tariff.unit,
    boundary: tariff.boundary,
  };
}
