import { moneyText } from "../money/currency";
import { Decimal } from "../money/decimal";
import type { RateCell } from "./rate-cell";

/** A shipment by the tables of two days. Money without tax in home currency. */
export interface OnTwoDays {
  readonly before: Decimal;
  readonly after: Decimal;
  /** The cell of the buy table that counts on the later day. */
  readonly cell: RateCell;
  /** Where it was charged by one cell of a sell table alone: that one, and its part of the charge. */
  readonly sold?: { readonly cell: RateCell; readonly charged: Decimal };
}

export interface ChangedCell extends RateCell {
  readonly shipments: number;
  readonly before: string;
  readonly after: string;
  /** After less before. */
  readonly difference: string;
}

export interface SoldCell extends ChangedCell {
  readonly charged: string;
  /** Charged less what it costs on either day. */
  readonly marginBefore: string;
  readonly marginAfter: string;
}

/** What new tables do to the cost of shipments. */
export interface TableChange {
  readonly shipments: number;
  readonly before: string;
  readonly after: string;
  readonly difference: string;
  /** Cells of buy tables, the dearest change first. */
  readonly cells: readonly ChangedCell[];
  /** Cells of sell tables that covered their cost before and do not after, those first that then lose most. */
  readonly belowCost: readonly SoldCell[];
}

interface Sum {
  readonly cell: RateCell;
  shipments: number;
  before: Decimal;
  after: Decimal;
  charged: Decimal;
}

type Sums = Map<string, Sum>;

/** Adds up shipments by the tables of two days, by the cells that charge them. */
export class TableChangeCounter {
  private readonly bought: Sums = new Map();
  private readonly sold: Sums = new Map();

  constructor(private readonly currency: string) {}

  add({ before, after, cell, sold }: OnTwoDays): void {
    addTo(this.bought, cell, { before, after, charged: Decimal.zero });
    if (sold) addTo(this.sold, sold.cell, { before, after, charged: sold.charged });
  }

  get change(): TableChange {
    const all = { before: Decimal.zero, after: Decimal.zero, shipments: 0 };
    for (const { before, after, shipments } of this.bought.values()) {
      all.before = all.before.plus(before);
      all.after = all.after.plus(after);
      all.shipments += shipments;
    }
    const money = (amount: Decimal) => moneyText(amount, this.currency);
    const changed = (sum: Sum): ChangedCell => ({
      ...sum.cell,
      shipments: sum.shipments,
      before: money(sum.before),
      after: money(sum.after),
      difference: money(sum.after.minus(sum.before)),
    });
    return {
      shipments: all.shipments,
      before: money(all.before),
      after: money(all.after),
      difference: money(all.after.minus(all.before)),
      cells: ordered(this.bought, ({ before, after }) => before.minus(after)).map(changed),
      belowCost: ordered(this.sold, ({ charged, after }) => charged.minus(after))
        .filter(({ charged, before, after }) => !charged.lessThan(before) && charged.lessThan(after))
        .map((sum) => ({
          ...changed(sum),
          charged: money(sum.charged),
          marginBefore: money(sum.charged.minus(sum.before)),
          marginAfter: money(sum.charged.minus(sum.after)),
        })),
    };
  }
}

function addTo(sums: Sums, cell: RateCell, more: Pick<Sum, "before" | "after" | "charged">): void {
  const key = keyOf(cell);
  const sum = sums.get(key) ?? {
    cell,
    shipments: 0,
    before: Decimal.zero,
    after: Decimal.zero,
    charged: Decimal.zero,
  };
  sum.shipments++;
  sum.before = sum.before.plus(more.before);
  sum.after = sum.after.plus(more.after);
  sum.charged = sum.charged.plus(more.charged);
  sums.set(key, sum);
}

const keyOf = ({ tariff, zone, edge, band }: RateCell) => JSON.stringify([tariff, zone, edge, band]);

/** The least by an amount first; ties by their names. */
function ordered(sums: Sums, by: (sum: Sum) => Decimal): Sum[] {
  return [...sums.entries()]
    .map(([key, sum]) => ({ key, sum, amount: by(sum) }))
    .sort((a, b) => a.amount.compare(b.amount) || (a.key < b.key ? -1 : 1))
    .map(({ sum }) => sum);
}
