import { Decimal } from "../money/decimal";
import type { Edition } from "../setup/tariff";

/** What rates are raised by: a percentage, or an amount of the tariff's currency; negative lowers. */
export type Raise = { readonly percent: string } | { readonly amount: string };

/** Rates come out on a multiple of the step, the nearest one (halves away from zero) or the next one up. */
export interface RateRounding {
  readonly step: string;
  readonly mode: "nearest" | "up";
}

/** Which cells are meant; what is left out means all. Zones by code, breaks and bands by their place. */
export interface RateSelection {
  readonly zones?: readonly string[];
  readonly breaks?: readonly number[];
  readonly bands?: readonly number[];
  /** Whether a row's minimum and maximum are raised too. */
  readonly bounds?: boolean;
}

/** A cell before and after; `band` where the edition has bands, `bound` for a row's minimum or maximum. */
export interface RaisedCell {
  readonly zone: string;
  readonly break?: number;
  readonly band?: number;
  readonly bound?: "minimum" | "maximum";
  readonly before: string;
  readonly after: string;
}

export interface Raised {
  readonly edition: Edition;
  /** The cells that came out different, in the table's order. */
  readonly cells: readonly RaisedCell[];
}

const NOTHING = Decimal.whole(0);

/**
 * An edition with its rates raised. Empty cells stay empty (no rate is no rate), a rate never falls below 0. Without a
 * rounding the result keeps every digit it has.
 */
export function raiseRates(
  edition: Edition,
  raise: Raise,
  selection: RateSelection = {},
  rounding?: RateRounding,
): Raised {
  const cells: RaisedCell[] = [];
  const isMeant = (list: readonly number[] | undefined, at: number) => !list || list.includes(at);
  const raised = (before: string | null, where: Omit<RaisedCell, "before" | "after">): string | null => {
    if (before === null) return null;
    const after = raisedRate(before, raise, rounding);
    if (Decimal.of(after).equals(Decimal.of(before))) return before;
    cells.push({ ...where, before, after });
    return after;
  };
  const rows = edition.rows.map((row) => {
    const { zone } = row;
    if (selection.zones && !selection.zones.includes(zone)) return row;
    const page = (rates: readonly (string | null)[], band?: number) =>
      rates.map((rate, at) =>
        isMeant(selection.breaks, at)
          ? raised(rate, { zone, break: at, ...(band === undefined ? {} : { band }) })
          : rate,
      );
    const rates = edition.bands
      ? (row.rates as (string | null)[][]).map((one, band) =>
          isMeant(selection.bands, band) ? page(one, band) : one,
        )
      : page(row.rates as (string | null)[]);
    if (selection.bounds !== true) return { ...row, rates };
    const minimum = raised(row.minimum ?? null, { zone, bound: "minimum" });
    const maximum = raised(row.maximum ?? null, { zone, bound: "maximum" });
    return {
      ...row,
      rates,
      ...(minimum === null ? {} : { minimum }),
      ...(maximum === null ? {} : { maximum }),
    };
  });
  return { edition: { ...edition, rows }, cells };
}

/** One rate raised and rounded; never below 0. */
export function raisedRate(rate: string, raise: Raise, rounding?: RateRounding): string {
  const before = Decimal.of(rate);
  const more =
    "percent" in raise ? before.times(Decimal.of(raise.percent).percent()) : Decimal.of(raise.amount);
  const sum = before.plus(more);
  const floor = sum.lessThan(NOTHING) ? NOTHING : sum;
  if (!rounding) return floor.toString();
  const stepped = floor.roundedToStep(
    Decimal.of(rounding.step),
    rounding.mode === "up" ? "ceiling" : "halfAwayFromZero",
  );
  const digits = rounding.step.includes(".") ? rounding.step.length - rounding.step.indexOf(".") - 1 : 0;
  return stepped.toFixed(digits);
}
