import { moneyText } from "../money/currency";
import { Decimal } from "../money/decimal";
import type { Edition, Tariff } from "../setup/tariff";

/** A rate of a table by its names; edges as they stand in it, `open` for the one without, no band `""`. */
export interface NewRate {
  readonly zone: string;
  readonly edge: string;
  readonly band: string;
  /** In the table's currency and tax basis. */
  readonly rate: string;
}

/** Where a new rate can't go: its cell is not in the table, is empty, or is no flat rate. */
export interface LeftOut extends NewRate {
  readonly why: "not-there" | "not-flat";
}

export interface BreakEvenEdition {
  readonly edition: Edition;
  readonly put: number;
  readonly leftOut: readonly LeftOut[];
}

/**
 * A copy of an edition from a day on with other rates in some of its cells, under a label no edition of the tariff has yet. Only
 * flat rates are set: what an order pays by a rate per unit depends on more than its cell.
 */
export function breakEvenEdition(
  tariff: Pick<Tariff, "editions">,
  base: Edition,
  { from, rates }: { readonly from: string; readonly rates: readonly NewRate[] },
): BreakEvenEdition {
  const leftOut: LeftOut[] = [];
  const rows = base.rows.map((row) => ({
    ...row,
    rates: row.rates.map((cell) => (Array.isArray(cell) ? [...cell] : cell)),
  }));
  for (const one of rates) {
    const why = put(rows, base, one);
    if (why) leftOut.push({ ...one, why });
  }
  const { to, ...rest } = base;
  return {
    // one that is copied for later than it ends has no end
    edition: {
      ...rest,
      ...(to !== undefined && to >= from ? { to } : {}),
      label: freeLabel(tariff, `${from} break-even`),
      from,
      rows,
    },
    put: rates.length - leftOut.length,
    leftOut,
  };
}

type Rows = { zone: string; rates: (string | null | (string | null)[])[] }[];

function put(
  rows: Rows,
  { breaks, bands }: Edition,
  { zone, edge, band, rate }: NewRate,
): LeftOut["why"] | undefined {
  const row = rows.find((known) => known.zone === zone);
  const at = breaks.findIndex((known) => (known.edge ?? "open") === edge);
  const page = bands ? bands.edges.findIndex((known) => (known ?? "open") === band) : 0;
  if (!row || at < 0 || page < 0) return "not-there";
  if (breaks[at]?.rate !== "flat") return "not-flat";
  const { rates } = row;
  if (!bands) {
    if (typeof rates[at] !== "string") return "not-there";
    rates[at] = rate;
    return undefined;
  }
  const cells = rates[page];
  if (!Array.isArray(cells) || typeof cells[at] !== "string") return "not-there";
  cells[at] = rate;
  return undefined;
}

function freeLabel({ editions }: Pick<Tariff, "editions">, wanted: string): string {
  const taken = new Set(editions.map(({ label }) => label));
  let label = wanted;
  for (let n = 2; taken.has(label); n++) label = `${wanted} ${n}`;
  return label;
}

/**
 * A charge without tax as a table has it: with tax where its prices have it, by `taxPercent`, then up to the next multiple of a
 * step; so the charge without tax is never less than it was.
 */
export function rateForCharge(
  charge: string,
  {
    taxPercent,
    step,
    currency,
  }: { readonly taxPercent: string | undefined; readonly step: string; readonly currency: string },
): string {
  const net = Decimal.of(charge);
  const gross =
    taxPercent === undefined ? net : net.times(Decimal.hundred.plus(Decimal.of(taxPercent))).percent();
  return moneyText(gross.roundedToStep(Decimal.of(step), "ceiling"), currency);
}
