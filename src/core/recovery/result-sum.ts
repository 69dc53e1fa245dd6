import { moneyText } from "../money/currency";
import { Decimal } from "../money/decimal";

/** Sums of shipments as they are kept: how many, and their money without tax in home currency, as decimal text. */
export interface ResultFigures {
  readonly shipments: number;
  /** Orders whose first shipment is among them. */
  readonly orders: number;
  readonly parcels: number;
  /** Without an exchange rate: in no sum of money. */
  readonly unpriced: number;
  readonly charged: string;
  readonly expected: string;
  readonly billed: string;
  /** What was expected of those that are billed. */
  readonly expectedOfBilled: string;
  readonly billedShipments: number;
}

/** What shipments come to. Money without tax in home currency, rounded to its minor unit. */
export interface ResultSum {
  readonly shipments: number;
  readonly orders: number;
  readonly parcels: number;
  readonly unpriced: number;
  readonly billedShipments: number;
  readonly charged: string;
  readonly expected: string;
  readonly billed: string;
  /** Billed, and expected where nothing is billed yet. */
  readonly cost: string;
  /** Billed less what was expected of the same shipments. */
  readonly overrun: string;
  /** Charged less cost. */
  readonly margin: string;
  /** The margin in percent of what is charged, to a tenth; absent where nothing is charged. */
  readonly marginPercent?: string;
}

/** A sum as it is shown. Kept figures are whole minor units, so that sums of what is shown are the whole to the cent. */
export function resultSum(figures: ResultFigures, currency: string): ResultSum {
  const { shipments, orders, parcels, unpriced, billedShipments } = figures;
  const charged = Decimal.of(figures.charged);
  const billed = Decimal.of(figures.billed);
  const expected = Decimal.of(figures.expected);
  const overrun = billed.minus(Decimal.of(figures.expectedOfBilled));
  const cost = expected.plus(overrun);
  const margin = charged.minus(cost);
  const money = (amount: Decimal) => moneyText(amount, currency);
  return {
    ...{ shipments, orders, parcels, unpriced, billedShipments },
    charged: money(charged),
    expected: money(expected),
    billed: money(billed),
    cost: money(cost),
    overrun: money(overrun),
    margin: money(margin),
    ...(charged.sign > 0
      ? {
          marginPercent: margin.times(Decimal.hundred).dividedBy(charged, 1, "halfAwayFromZero").toFixed(1),
        }
      : {}),
  };
}

/** Figures of several added up. */
export function addFigures(all: readonly ResultFigures[]): ResultFigures {
  const count = (of: (one: ResultFigures) => number) => all.reduce((sum, one) => sum + of(one), 0);
  const money = (of: (one: ResultFigures) => string) =>
    all.reduce((sum, one) => sum.plus(Decimal.of(of(one))), Decimal.zero).toString();
  return {
    shipments: count((one) => one.shipments),
    orders: count((one) => one.orders),
    parcels: count((one) => one.parcels),
    unpriced: count((one) => one.unpriced),
    billedShipments: count((one) => one.billedShipments),
    charged: money((one) => one.charged),
    expected: money((one) => one.expected),
    billed: money((one) => one.billed),
    expectedOfBilled: money((one) => one.expectedOfBilled),
  };
}
