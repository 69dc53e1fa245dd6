import { joinPath } from "../setup/path";
import { Decimal } from "../money/decimal";
import { given, refused, reject, type Outcome, type Rejection } from "../working/reason";
import type { Trace } from "../working/step";
import type { Place } from "../zones/zone-index";
import { findZone } from "../zones/find-zone";
import { baseAmount, breakAmount, startedUnits } from "./break-rate";
import { findBreak } from "./breaks";
import {
  editionOn,
  type CompiledAxis,
  type CompiledBreak,
  type CompiledEdition,
  type CompiledTariff,
} from "./compiled-tariff";
import { cellPath, rowPath, tableOf, type Table } from "./table";
import type { TariffValue } from "./tariff-value";
import { breakText, cellFigure, cellMoney, shownValue } from "./tariff-words";

/** What a tariff is asked: what its measures are, where to, from which origins, on which date. */
export interface TariffQuestion {
  readonly valueOf: TariffValue;
  readonly place: Place;
  readonly origins: readonly string[];
  /** The zone where it is said, as on a carrier's bill; else the chart's for the place. */
  readonly zone?: string;
  /** `YYYY-MM-DD` in the business's time zone. */
  readonly date: string;
}

export interface TariffAnswer {
  /** In the tariff's currency, not rounded. */
  readonly amount: Decimal;
  readonly zone: string;
}

/**
 * A tariff's rate. Fails with `zone-not-found`, `zone-not-served`, `no-edition`, `no-rate`, `above-last-break`,
 * `below-first-break`, or what its measure fails with.
 */
export function tariffRate(
  tariff: CompiledTariff,
  question: TariffQuestion,
  trace?: Trace,
): Outcome<TariffAnswer> {
  const zone =
    question.zone === undefined
      ? findZone(tariff.chart, question.place, question.origins, zoneTrace(trace))
      : given(question.zone);
  if (!zone.ok) return zone;
  const edition = editionOn(tariff, question.date);
  if (!edition)
    return refused(
      reject("no-edition", { tariff: tariff.name, date: question.date }, `${tariff.path}/editions`),
    );
  if (trace) explainEdition(tariff, edition, question.date, trace);
  const row = edition.rows.get(zone.value);
  if (!row)
    return refused(reject("no-rate", { tariff: tariff.name, zone: zone.value }, `${edition.path}/zones`));
  const value = question.valueOf(tariff.measure, tariff.currency, `${tariff.path}/measure`);
  if (!value.ok) return value;
  const page = pageOf(tariff, edition, question.valueOf, trace);
  if (!page.ok) return page;
  const amount = rowRate(tableOf(tariff, edition, zone.value, row, page.value), value.value, trace);
  return amount.ok ? given({ amount: amount.value, zone: zone.value }) : amount;
}

/** A buy tariff's zone is a station of its own; a sell tariff's belongs to the plan. */
function zoneTrace(trace: Trace | undefined): Trace | undefined {
  return trace?.ofRate() ? trace.at("zone") : trace;
}

function explainEdition(tariff: CompiledTariff, edition: CompiledEdition, date: string, trace: Trace): void {
  const { label, from, to, path } = edition;
  const inputs = { tariff: tariff.name, label, date, from, ...(to === undefined ? {} : { to }) };
  trace.add("edition-chosen", inputs, label, path);
}

/** The page of the band that holds the second measure; 0 where there are no bands. */
function pageOf(
  tariff: CompiledTariff,
  edition: CompiledEdition,
  valueOf: TariffValue,
  trace?: Trace,
): Outcome<number> {
  const { bands } = edition;
  if (!bands) return given(0);
  const value = valueOf(bands.measure, bands.currency, `${edition.path}/bands/measure`);
  if (!value.ok) return value;
  const page = findBreak(bands.breaks, value.value, bands.boundary);
  const source = `${edition.path}/bands`;
  if (typeof page === "string")
    return refused(outside(tariff.name, bands, bands.breaks, value.value, page, source));
  const band = bands.breaks[page];
  if (band)
    trace?.add(
      "band-found",
      { tariff: tariff.name, value: shownValue(bands, value.value), band: breakText(bands, band) },
      undefined,
      `${edition.path}/${joinPath("bands", band.key)}`,
    );
  return given(page);
}

/**
 * What one edition asks in a zone for a value in base units, bands aside; in the tariff's currency, not rounded. Fails with
 * `no-rate`, `above-last-break` or `below-first-break`.
 */
export function editionRate(
  tariff: CompiledTariff,
  edition: CompiledEdition,
  zone: string,
  value: Decimal,
  page = 0,
  trace?: Trace,
): Outcome<Decimal> {
  const row = edition.rows.get(zone);
  if (!row) return refused(reject("no-rate", { tariff: tariff.name, zone }, `${edition.path}/zones`));
  return rowRate(tableOf(tariff, edition, zone, row, page), value, trace);
}

function rowRate(table: Table, value: Decimal, trace?: Trace): Outcome<Decimal> {
  const { tariff, edition } = table;
  const found = findBreak(edition.breaks, value, tariff.boundary);
  if (typeof found === "string")
    return refused(outside(tariff.name, tariff, edition.breaks, value, found, `${edition.path}/breaks`));
  const entry = edition.breaks[found];
  const own = breakAmount(table, found, value);
  if (!entry || !own) {
    const named = entry ? { break: breakText(tariff, entry) } : {};
    const inputs = { tariff: tariff.name, zone: table.zone, ...named };
    return refused(reject("no-rate", inputs, cellPath(table, found)));
  }
  if (trace) explainRate(table, found, entry, value, own, trace);
  return given(bounded(table, lowerNext(table, found, own, trace), trace));
}

/** Deficit weight: the lower of the own break's amount and the next one's at the edge where it begins. */
function lowerNext(table: Table, index: number, own: Decimal, trace?: Trace): Decimal {
  const { edition, tariff } = table;
  const edge = edition.breaks[index]?.upper;
  const next = edition.lowerNextBreak && edge ? breakAmount(table, index + 1, edge) : undefined;
  if (!next || !edge) return own;
  const taken = next.lessThan(own) ? "next" : "own";
  const lower = taken === "next" ? next : own;
  trace?.add(
    "rate-lower-next",
    { own: cellMoney(tariff, own), next: cellMoney(tariff, next), edge: shownValue(tariff, edge), taken },
    cellFigure(tariff, lower),
    cellPath(table, index + 1),
  );
  return lower;
}

function bounded(table: Table, amount: Decimal, trace?: Trace): Decimal {
  const { tariff, row } = table;
  const { minimum, maximum } = row;
  if (minimum && amount.lessThan(minimum)) {
    const inputs = { minimum: cellMoney(tariff, minimum) };
    trace?.add("row-minimum", inputs, cellFigure(tariff, minimum), `${rowPath(table)}/minimum`);
    return minimum;
  }
  if (maximum && amount.moreThan(maximum)) {
    const inputs = { maximum: cellMoney(tariff, maximum) };
    trace?.add("row-maximum", inputs, cellFigure(tariff, maximum), `${rowPath(table)}/maximum`);
    return maximum;
  }
  return amount;
}

function explainRate(
  table: Table,
  index: number,
  entry: CompiledBreak,
  value: Decimal,
  own: Decimal,
  trace: Trace,
): void {
  const { tariff, edition } = table;
  trace.add(
    "break-found",
    { tariff: tariff.name, value: shownValue(tariff, value), break: breakText(tariff, entry) },
    undefined,
    `${edition.path}/${joinPath("breaks", entry.key)}`,
  );
  const rate = table.cells[index];
  if (!rate) return;
  const [cell, per] = [cellMoney(tariff, rate), shownValue(tariff, entry.per)];
  const [result, source] = [cellFigure(tariff, own), cellPath(table, index)];
  if (entry.rate === "flat") trace.add("rate-flat", { cell }, result, source);
  if (entry.rate === "perUnit")
    trace.add("rate-per-unit", { cell, per, value: shownValue(tariff, value) }, result, source);
  if (entry.rate !== "basePlus") return;
  const base = cellMoney(tariff, baseAmount(table, index, entry) ?? Decimal.zero);
  const edge = shownValue(tariff, entry.lower ?? Decimal.zero);
  const started = Number(startedUnits(entry, value).toString());
  trace.add("rate-base-plus", { base, edge, cell, per, started }, result, source);
}

/** A value on neither break (or band) of a table. */
function outside(
  tariff: string,
  axis: CompiledAxis,
  breaks: readonly CompiledBreak[],
  value: Decimal,
  side: "below" | "above",
  source: string,
): Rejection {
  const shown = shownValue(axis, value);
  if (side === "below") {
    const first = shownValue(axis, breaks[0]?.lower ?? Decimal.zero);
    return reject("below-first-break", { tariff, value: shown, first }, `${source}/${breaks[0]?.key ?? ""}`);
  }
  const end = breaks.length - 1;
  const last = shownValue(axis, breaks[end]?.upper ?? Decimal.zero);
  return reject("above-last-break", { tariff, value: shown, last }, `${source}/${breaks[end]?.key ?? ""}`);
}
