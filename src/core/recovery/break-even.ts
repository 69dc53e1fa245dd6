import { moneyText } from "../money/currency";
import { Decimal, sum } from "../money/decimal";

/** Orders that a cell of a table charged the same, and what they cost together, both without tax in the table's currency. */
export interface ChargedOrders {
  readonly zone: string;
  /** The place of its break in the table, from 0. */
  readonly break: number;
  readonly orders: number;
  /** Of each. */
  readonly charge: string;
  /** Of all. */
  readonly cost: string;
  /** They were delivered free, and would be whatever the table says. */
  readonly isFree: boolean;
}

export interface BreakEvenTarget {
  /** Percent of the charge that is to be left after the cost, 0 to less than 100. */
  readonly marginPercent: string;
  /** Charges are multiples of it, rounded up. */
  readonly step: string;
  readonly currency: string;
}

/** A cell of a table over a period. Money without tax in the table's currency. */
export interface BreakEvenCell {
  readonly zone: string;
  readonly break: number;
  readonly orders: number;
  /** Of these: delivered free. */
  readonly free: number;
  readonly charged: string;
  readonly cost: string;
  /** Charged less cost. */
  readonly margin: string;
  /** The one charge that would have reached the target, had every order that paid paid it; absent where none paid. */
  readonly needed?: string;
  /** What would have been charged by it, and what would have been left. */
  readonly then?: { readonly charged: string; readonly margin: string };
  /** Of the orders that paid: those it is more for than they paid. */
  readonly payMore: number;
}

/**
 * For each zone and break of a table that had orders: what they were charged and cost, and the charge at which these very orders
 * would have covered their cost or reached a margin. Orders delivered free cost and pay nothing: the others carry them. It says
 * what would have been, not what buyers would do. By zone, then by break; fails (RangeError) for a margin of 100 % or more or a
 * step of nothing.
 */
export function breakEven(orders: readonly ChargedOrders[], target: BreakEvenTarget): BreakEvenCell[] {
  const left = Decimal.of("100").minus(Decimal.of(target.marginPercent));
  const step = Decimal.of(target.step);
  if (left.sign <= 0 || step.sign <= 0) throw new RangeError("no such target");
  const cells = new Map<string, ChargedOrders[]>();
  for (const order of orders) {
    const key = JSON.stringify([order.zone, order.break]);
    const own = cells.get(key);
    if (own) own.push(order);
    else cells.set(key, [order]);
  }
  return [...cells.values()]
    .map((own) => cellOf(own, { left, step, currency: target.currency }))
    .sort((a, b) => (a.zone === b.zone ? a.break - b.break : a.zone < b.zone ? -1 : 1));
}

/** `left`: percent of a charge that the cost may be. */
interface Aim {
  readonly left: Decimal;
  readonly step: Decimal;
  readonly currency: string;
}

/** Finer than any step, and upwards, so that the target is reached. */
const SCALE = 12;

function cellOf(own: readonly ChargedOrders[], { left, step, currency }: Aim): BreakEvenCell {
  const [first] = own;
  const paying = own.filter(({ isFree }) => !isFree);
  const counted = (all: readonly ChargedOrders[]) => all.reduce((count, { orders }) => count + orders, 0);
  const charged = sum(own.map(({ charge, orders }) => Decimal.of(charge).times(Decimal.whole(orders))));
  const cost = sum(own.map((order) => Decimal.of(order.cost)));
  const money = (amount: Decimal) => moneyText(amount, currency);
  const count = Decimal.whole(counted(paying));
  const needed =
    count.sign === 0
      ? undefined
      : cost
          .times(Decimal.of("100"))
          .dividedBy(count.times(left), SCALE, "ceiling")
          .roundedToStep(step, "ceiling");
  const then = needed?.times(count);
  return {
    zone: first?.zone ?? "",
    break: first?.break ?? 0,
    orders: counted(own),
    free: counted(own) - counted(paying),
    charged: money(charged),
    cost: money(cost),
    margin: money(charged.minus(cost)),
    ...(needed && then
      ? { needed: money(needed), then: { charged: money(then), margin: money(then.minus(cost)) } }
      : {}),
    payMore: needed ? counted(paying.filter(({ charge }) => Decimal.of(charge).lessThan(needed))) : 0,
  };
}
