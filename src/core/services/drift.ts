import { moneyText, roundMoney } from "../money/currency";
import { Decimal, sum } from "../money/decimal";
import { convert, type ExchangeRates } from "../money/exchange";

export interface DriftMoney {
  readonly amount: string;
  readonly currency: string;
}

/** One shipment: what our table says it costs, and what the carrier says, both without tax. */
export interface DriftPair {
  readonly table: DriftMoney;
  readonly carrier: DriftMoney;
}

/** Money in one currency, rounded to its minor unit; `percent` of what the carrier says, to a tenth, absent where that is nothing. */
export interface DriftFigures {
  readonly table: string;
  readonly carrier: string;
  /** The table less the carrier: below nothing where the table says too little. */
  readonly difference: string;
  readonly percent?: string;
}

export interface Drift {
  /** Each pair in its place; `undefined` for one that there is no exchange rate or no figure for. */
  readonly pairs: readonly (DriftFigures | undefined)[];
  /** Over all that could be held side by side. */
  readonly sums: DriftFigures;
}

/**
 * How far our table is from what the carrier says of the same shipments, in one currency by one day's rates. The differences
 * are those of the rounded figures, so that what is shown adds up.
 */
export function driftOf(pairs: readonly DriftPair[], currency: string, exchange: ExchangeRates): Drift {
  const inOne = ({ amount, currency: from }: DriftMoney) => {
    const [figure, conversion] = [Decimal.read(amount), exchange.find(from, currency)];
    return figure && conversion && roundMoney(convert(figure, conversion), currency);
  };
  const read = pairs.map(({ table, carrier }) => {
    const [ours, theirs] = [inOne(table), inOne(carrier)];
    return ours && theirs && { ours, theirs };
  });
  const known = read.flatMap((one) => one ?? []);
  return {
    pairs: read.map((one) => one && figuresOf(one.ours, one.theirs, currency)),
    sums: figuresOf(sum(known.map(({ ours }) => ours)), sum(known.map(({ theirs }) => theirs)), currency),
  };
}

function figuresOf(ours: Decimal, theirs: Decimal, currency: string): DriftFigures {
  const difference = ours.minus(theirs);
  const hundredfold = difference.times(Decimal.of("100"));
  return {
    table: moneyText(ours, currency),
    carrier: moneyText(theirs, currency),
    difference: moneyText(difference, currency),
    ...(theirs.sign === 0
      ? {}
      : { percent: hundredfold.dividedBy(theirs, 1, "halfAwayFromZero").toString() }),
  };
}
