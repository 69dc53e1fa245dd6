import "server-only";
import { monthsIn } from "@/core/calendar/months";
import { causeNames } from "@/messages/bill-words";
import { concessionNames } from "@/messages/recovery-words";
import type { LossCause } from "@/core/recovery/loss-cause";
import type { Dimension } from "@/core/recovery/shipment-result";
import { may } from "@/server/auth/roles";
import { loadFor } from "@/server/load";
import { viewBreakEven } from "@/server/recovery/break-even-view";
import { PAGE_OF_RESULTS, viewResults, viewShipments, type ShownResult } from "@/server/recovery/result-view";
import type { BreakEvenQuery } from "./break-even-query";
import { shipmentsHref, type RecoveryQuery } from "./recovery-query";
import { series, type Span } from "./series";
import { inReadingOrder, valueWords } from "@/messages/value-words";

/** Where the money goes, for those who may see it; `undefined` for others. */
export function loadRecovery(query: RecoveryQuery) {
  return loadFor("see-results", async ({ db, person }) => {
    const maySeeBills = may(person.role, "see-bills");
    const { fees: key, ...asked } = query;
    const view = await viewResults(db, key === "overhead" ? asked : { ...asked, spreadBy: key });
    if (!view?.months) return { maySeeBills, results: undefined, stale: view?.stale ?? 0 };
    const { setup, homeCurrency, months, whole, days, rows, cells, losses, stale } = view;
    const words = valueWords(setup);
    const { by, across } = query;
    const span = query.span ?? usualSpan(months);
    const distinct = (of: Dimension, values: readonly string[]) =>
      inReadingOrder(of, [...new Set(values)], (value) => words(of, value)).map((value) => ({
        value,
        name: words(of, value),
      }));
    return {
      maySeeBills,
      stale,
      results: {
        homeCurrency,
        months,
        whole,
        fees: { sum: view.fees, unspread: view.unspread },
        span,
        series: series(days, span, homeCurrency),
        rows: rows.map(({ value, ...figures }) => ({
          name: words(by, value),
          href: shipmentsHref(months, { [by]: value }),
          ...figures,
        })),
        heat: {
          rows: rows.map(({ value }) => ({ value, name: words(by, value) })),
          columns: distinct(
            across,
            cells.map(({ value2 }) => value2),
          ),
          cells: cells.map(({ value, value2, sum }) => ({
            row: value,
            column: value2,
            href: shipmentsHref(months, { [by]: value, [across]: value2 }),
            sum,
          })),
        },
        losing: view.losing.map(({ value, value2, sum }) => ({
          name: `${words("service", value)} to ${words("zone", value2)}`,
          href: shipmentsHref(months, { service: value, zone: value2 }),
          sum,
        })),
        concessions: view.concessions.map(({ kind, sum }) => ({
          name: concessionNames[kind],
          href: shipmentsHref(months, {}, { concession: kind }),
          sum,
        })),
        losses: losses.map((one) => shownLoss(one, words)),
      },
    };
  });
}

export type RecoveryParts = NonNullable<Awaited<ReturnType<typeof loadRecovery>>>;
export type ResultParts = NonNullable<RecoveryParts["results"]>;

/** Days for a month, weeks for half a year, else months. */
function usualSpan({ from, to }: { readonly from: string; readonly to: string }): Span {
  const count = monthsIn(from, to);
  return count <= 1 ? "day" : count <= 6 ? "week" : "month";
}

/** The shipments behind a figure, to the row. */
export function loadShipments(query: RecoveryQuery, most = PAGE_OF_RESULTS) {
  return loadFor("see-results", async ({ db }) => {
    const { from, to, values, concession, page } = query;
    const view = await viewShipments(
      db,
      {
        values,
        ...(from === undefined ? {} : { from }),
        ...(to === undefined ? {} : { to }),
        ...(concession === undefined ? {} : { concession }),
      },
      { page, most },
    );
    if (!view) return { shipments: undefined };
    const words = valueWords(view.setup);
    return {
      shipments: {
        homeCurrency: view.homeCurrency,
        months: view.months,
        sum: view.sum,
        page,
        filters: [
          ...Object.entries(values).map(([dimension, value]) => words(dimension as Dimension, value)),
          ...(concession === undefined ? [] : [concessionNames[concession]]),
        ],
        rows: view.rows.map((one) => shownLoss(one, words)),
      },
    };
  });
}

export type ShipmentsParts = NonNullable<NonNullable<Awaited<ReturnType<typeof loadShipments>>>["shipments"]>;

/** A shipment in words. */
function shownLoss({ row, cause }: ShownResult, words: ReturnType<typeof valueWords>) {
  const { order, position, day, charged, expected, billed, margin, parcels } = row;
  return {
    key: `${row.charge}/${position}`,
    order,
    day,
    channel: words("channel", row.channel),
    country: words("country", row.country),
    service: words("service", row.service),
    origin: words("origin", row.origin),
    zone: words("zone", row.zone),
    weight: words("break", row.break),
    ...{ charged, expected, billed, margin, parcels },
    why: cause ? causeWords(cause) : "",
  };
}

function causeWords(cause: LossCause): string {
  if (cause.why === "concession")
    return `${concessionNames[cause.concession]}: charged ${cause.amount} below cost`;
  if (cause.why === "charge-below-cost") return `charged ${cause.amount} less than it was to cost`;
  return `billed ${cause.amount} more: ${causeNames[cause.cause]}`;
}

/** What a sell table would have had to charge, for those who may see it. */
export function loadBreakEven(query: BreakEvenQuery) {
  return loadFor("see-results", async ({ db, person, now }) => ({
    maySeeBills: may(person.role, "see-bills"),
    mayEdit: may(person.role, "edit-setup"),
    view: await viewBreakEven(db, query, now),
  }));
}

export type BreakEvenParts = NonNullable<Awaited<ReturnType<typeof loadBreakEven>>>;
