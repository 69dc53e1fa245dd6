import "server-only";
import { isMonth, monthAfter } from "@/core/calendar/months";
import { moneyText } from "@/core/money/currency";
import { Decimal, sum } from "@/core/money/decimal";
import type { ExplainedBill } from "@/core/recovery/explain-bill";
import { spreadFees, type FeeKey } from "@/core/recovery/spread-fees";
import { lossCause, type LossCause } from "@/core/recovery/loss-cause";
import { addFigures, resultSum, type ResultFigures, type ResultSum } from "@/core/recovery/result-sum";
import { concessions, dimensions, type Concession, type Dimension } from "@/core/recovery/shipment-result";
import type { PooledDatabase } from "@/db/connect";
import { explanationsOf } from "@/db/queries/recovery";
import {
  readCarrierSums,
  readDays,
  readFees,
  readLosses,
  readResults,
  readSums,
  resultMonths,
  sumResults,
  type ResultFilter,
} from "@/db/queries/looking-back";
import type { Months } from "@/db/queries/result-figures";
import { CONCESSION, countStale, type ShipmentResultRow } from "@/db/queries/results";
import { liveSetup } from "../services/live-setup";

/** Orders that lost most, as many as are shown. */
const MOST_LOSSES = 12;
/** Shipments on a page. */
export const PAGE_OF_RESULTS = 100;
/** Shipments whose explanations are read at once. */
const AT_ONCE = 5000;
/** Months that are shown where nobody says which. */
const MONTHS = 3;

/** What somebody wants to see. */
export interface Looking {
  readonly from: string | undefined;
  readonly to: string | undefined;
  readonly by: Dimension;
  readonly across: Dimension;
  /** By what fees of no shipment are spread over the shipments of their month; left out, they are not. */
  readonly spreadBy?: FeeKey;
}

export interface SummedValue {
  readonly value: string;
  readonly sum: ResultSum;
  /** Its part of the fees of no shipment, and the margin less it; only where they are spread. */
  readonly fees?: string;
  readonly afterFees?: string;
}

export interface SummedCell extends SummedValue {
  readonly value2: string;
}

/** A shipment as it is listed, with the one thing that made it lose, as far as it is known. */
export interface ShownResult {
  readonly row: Omit<ShipmentResultRow, "concessions"> & { readonly concessions: readonly Concession[] };
  readonly cause: LossCause | undefined;
}

/** Where the money goes over some months; nothing before a business is set up. */
export async function viewResults(db: PooledDatabase, { from, to, by, across, spreadBy }: Looking) {
  const [live, all, stale] = await Promise.all([liveSetup(db), resultMonths(db), countStale(db)]);
  if (!live) return undefined;
  const { setup } = live;
  const { homeCurrency } = setup.business;
  if (!all) return { setup, homeCurrency, stale, months: undefined };
  const months = monthsOf({ from, to }, all);
  const [first, second] = inOrder(by, across);
  const [whole, days, rows, cells, given, losses, lanes, fees] = await Promise.all([
    readSums(db, months, ""),
    readDays(db, months),
    readSums(db, months, by),
    first === second ? [] : readSums(db, months, first, second),
    readSums(db, months, CONCESSION),
    readLosses(db, months, MOST_LOSSES),
    readSums(db, months, "service", "zone"),
    readFees(db, months),
  ]);
  const spread =
    spreadBy &&
    spreadFees(fees, await readCarrierSums(db, months, by), { by: spreadBy, currency: homeCurrency });
  const of = (figures: ResultFigures) => resultSum(figures, homeCurrency);
  const worst = losses
    .sort((a, b) => byMargin(a.margin ?? "0", b.margin ?? "0") || (a.order < b.order ? -1 : 1))
    .slice(0, MOST_LOSSES);
  return {
    setup,
    homeCurrency,
    stale,
    months: { ...months, all },
    whole: of(addFigures(whole)),
    days: days.map(({ day, ...figures }) => ({ day, figures })),
    /** What carriers billed that is of no shipment; and of it what is spread over nothing, as nothing of its carrier left in its month. */
    fees: moneyText(sum(fees.map(({ amount }) => Decimal.of(amount))), homeCurrency),
    unspread: spread && moneyText(spread.unspread, homeCurrency),
    rows: rows
      .map(({ value, ...figures }) =>
        withFees(
          { value, sum: of(figures) },
          spread && (spread.parts.get(value) ?? Decimal.zero),
          homeCurrency,
        ),
      )
      .sort(worstFirst),
    cells: cells.map(({ value, value2, ...figures }): SummedCell => {
      const [own, other] = first === by ? [value, value2] : [value2, value];
      return { value: own, value2: other, sum: of(figures) };
    }),
    concessions: concessions.flatMap((kind): { kind: Concession; sum: ResultSum }[] => {
      const found = given.find(({ value }) => value === kind);
      return found ? [{ kind, sum: of(found) }] : [];
    }),
    /** Services to zones that lose, the worst first. */
    losing: lanes
      .map(({ value, value2, ...figures }): SummedCell => ({ value, value2, sum: of(figures) }))
      .filter(({ sum }) => sum.margin.startsWith("-"))
      .sort(worstFirst),
    losses: await withCauses(db, worst, homeCurrency),
  };
}

/** A value with its part of the fees, and its margin less it. */
function withFees(
  { value, sum: own }: SummedValue,
  part: Decimal | undefined,
  currency: string,
): SummedValue {
  if (!part) return { value, sum: own };
  const left = Decimal.of(own.margin).minus(part);
  return { value, sum: own, fees: moneyText(part, currency), afterFees: moneyText(left, currency) };
}

/** The first and the last month anything left in. */
export function monthsOfResults(db: PooledDatabase): Promise<Months | undefined> {
  return resultMonths(db);
}

/** Shipments to the row, with their sum. */
export async function viewShipments(
  db: PooledDatabase,
  filter: Omit<ResultFilter, "from" | "to"> & Partial<Months>,
  { page, most }: { readonly page: number; readonly most: number },
) {
  const [live, all] = await Promise.all([liveSetup(db), resultMonths(db)]);
  if (!live || !all) return undefined;
  const { homeCurrency } = live.setup.business;
  const own = { ...filter, ...monthsOf(filter, all) };
  const [rows, figures] = await Promise.all([
    readResults(db, own, { most, from: page * most }),
    sumOf(db, own),
  ]);
  return {
    setup: live.setup,
    homeCurrency,
    months: { from: own.from, to: own.to },
    sum: resultSum(figures, homeCurrency),
    rows: await withCauses(db, rows, homeCurrency),
  };
}

/**
 * What shipments come to. A sum that is kept by no more than two dimensions is theirs to the cent while no change waits to
 * be worked in; any other is worked out from each of them.
 */
async function sumOf(db: PooledDatabase, filter: ResultFilter): Promise<ResultFigures> {
  const [one, other, ...more] = dimensions.filter((dimension) => filter.values[dimension] !== undefined);
  if (more.length > 0 || filter.concession !== undefined || (await countStale(db)) > 0)
    return sumResults(db, filter);
  const kept = await readSums(db, filter, one ?? "", other ?? "");
  const value = (dimension: Dimension | undefined) => (dimension ? (filter.values[dimension] ?? "") : "");
  return addFigures(kept.filter((sum) => sum.value === value(one) && sum.value2 === value(other)));
}

/** The months that are asked for, within those there are; without any the last three. */
export function monthsOf(
  asked: { readonly from?: string | undefined; readonly to?: string | undefined },
  all: Months,
): Months {
  const known = (month: string | undefined) => (month !== undefined && isMonth(month) ? month : undefined);
  const asksTo = known(asked.to);
  const to = asksTo !== undefined && asksTo >= all.from && asksTo <= all.to ? asksTo : all.to;
  const from = known(asked.from) ?? monthAfter(to, 1 - MONTHS);
  const within = from < all.from ? all.from : from;
  return { from: within > to ? to : within, to };
}

/** Two dimensions in the order their sums are kept in. */
function inOrder(one: Dimension, other: Dimension): readonly [Dimension, Dimension] {
  return dimensions.indexOf(one) <= dimensions.indexOf(other) ? [one, other] : [other, one];
}

function worstFirst(a: SummedValue, b: SummedValue): number {
  return byMargin(a.sum.margin, b.sum.margin) || (a.value < b.value ? -1 : 1);
}

function byMargin(one: string, other: string): number {
  return Decimal.of(one).compare(Decimal.of(other));
}

async function withCauses(
  db: PooledDatabase,
  rows: readonly ShipmentResultRow[],
  currency: string,
): Promise<ShownResult[]> {
  const explained: unknown[] = [];
  for (let at = 0; at < rows.length; at += AT_ONCE)
    explained.push(...(await explanationsOf(db, rows.slice(at, at + AT_ONCE))));
  return rows.map((row, i) => {
    const { charged, expected, billed } = row;
    const given = row.concessions as Concession[];
    const why = explained[i] as ExplainedBill | undefined;
    const cause =
      charged === null || expected === null
        ? undefined
        : lossCause(
            {
              charged,
              expected,
              ...(billed === null ? {} : { billed }),
              concessions: given,
              ...(why ? { explained: why } : {}),
            },
            currency,
          );
    return { row: { ...row, concessions: given }, cause };
  });
}

export type ResultView = NonNullable<Awaited<ReturnType<typeof viewResults>>>;
