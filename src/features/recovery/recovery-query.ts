import { concessions, dimensions, type Concession, type Dimension } from "@/core/recovery/shipment-result";
import { spans, type Span } from "./series";

/** What a cell of the heat table shows. */
export const measures = ["margin", "marginPercent", "overrun", "shipments"] as const;
export type Measure = (typeof measures)[number];

/** How fees of no shipment are counted. */
export const feeKeys = ["overhead", "shipments", "cost"] as const;

/** What the address of a page of results says; months as `YYYY-MM`. */
export interface RecoveryQuery {
  readonly from: string | undefined;
  readonly to: string | undefined;
  readonly by: Dimension;
  readonly across: Dimension;
  readonly show: Measure;
  readonly fees: (typeof feeKeys)[number];
  readonly span: Span | undefined;
  readonly values: Readonly<Partial<Record<Dimension, string>>>;
  readonly concession: Concession | undefined;
  /** From 0. */
  readonly page: number;
}

export type SearchParams = Readonly<Record<string, string | readonly string[] | undefined>>;

const LAST_PAGE = 100_000;

/** Reads what an address says; what it can't say counts as not said. Values of dimensions stand as `is.zone`. */
export function recoveryQuery(params: SearchParams): RecoveryQuery {
  const said = (name: string): string | undefined => {
    const value = params[name];
    return typeof value === "string" ? value : undefined;
  };
  const one = <T extends string>(all: readonly T[], name: string) =>
    all.find((known) => known === said(name));
  const page = Number(said("page") ?? 1);
  return {
    from: said("from"),
    to: said("to"),
    by: one(dimensions, "by") ?? "service",
    across: one(dimensions, "across") ?? "break",
    show: one(measures, "show") ?? "margin",
    fees: one(feeKeys, "fees") ?? "overhead",
    span: one(spans, "span"),
    values: Object.fromEntries(
      dimensions.flatMap((dimension) => {
        const value = said(`is.${dimension}`);
        return value === undefined ? [] : [[dimension, value]];
      }),
    ),
    concession: one(concessions, "concession"),
    page: Number.isInteger(page) && page >= 1 && page <= LAST_PAGE ? page - 1 : 0,
  };
}

/** The address of the shipments behind a figure. */
export function shipmentsHref(
  months: { readonly from: string; readonly to: string },
  values: Readonly<Partial<Record<Dimension, string>>>,
  more: Readonly<Record<string, string>> = {},
): string {
  const query = new URLSearchParams({ from: months.from, to: months.to });
  for (const [dimension, value] of Object.entries(values)) query.set(`is.${dimension}`, value);
  for (const [name, value] of Object.entries(more)) query.set(name, value);
  return `/recovery/shipments?${query.toString()}`;
}
