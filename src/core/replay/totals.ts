import { Decimal } from "../money/decimal";
import type { QuotedOffer } from "../quote/quote";

/** Sums before and after, as text so that they can cross between threads. */
export interface TotalLine {
  /** Orders (or, by offer, times it was given) before and after. */
  readonly orders: readonly [number, number];
  /** Orders for which something changed. */
  readonly changed: number;
  readonly charge: readonly [string, string];
  readonly cost: readonly [string, string];
  readonly margin: readonly [string, string];
}

export const totalGroups = ["channel", "country", "offer", "weight"] as const;
export type TotalGroup = (typeof totalGroups)[number];

/** By channel, country, offer and weight (the upper edge in kg, "" above the last or unknown); each key with its line, in the order of the keys. */
export type Totals = Readonly<Record<TotalGroup, readonly (readonly [key: string, line: TotalLine])[]>>;

interface Sums {
  orders: [number, number];
  changed: number;
  charge: [Decimal, Decimal];
  cost: [Decimal, Decimal];
}

/** Adds up what orders were charged and cost, before and after. All money must be of one currency. */
export class TotalsCounter {
  private readonly groups: Record<TotalGroup, Map<string, Sums>> = {
    channel: new Map(),
    country: new Map(),
    offer: new Map(),
    weight: new Map(),
  };

  /** Counts an offer on one side: 0 before, 1 after. `toOne` brings its money into the currency of the sums. */
  add(
    group: TotalGroup,
    key: string,
    side: 0 | 1,
    offer: QuotedOffer,
    toOne: (money: Decimal) => Decimal,
  ): void {
    const sums = this.of(group, key);
    sums.orders[side]++;
    sums.charge[side] = sums.charge[side].plus(toOne(Decimal.of(offer.net)));
    sums.cost[side] = sums.cost[side].plus(toOne(Decimal.of(offer.cost)));
  }

  countChange(group: TotalGroup, key: string): void {
    this.of(group, key).changed++;
  }

  /** Adds what another counter counted. */
  merge(totals: Totals): void {
    for (const group of totalGroups)
      for (const [key, line] of totals[group]) {
        const sums = this.of(group, key);
        sums.changed += line.changed;
        for (const side of [0, 1] as const) {
          sums.orders[side] += line.orders[side];
          sums.charge[side] = sums.charge[side].plus(Decimal.of(line.charge[side]));
          sums.cost[side] = sums.cost[side].plus(Decimal.of(line.cost[side]));
        }
      }
  }

  get totals(): Totals {
    const lines = (group: TotalGroup) =>
      [...this.groups[group]].sort(ORDER[group]).map(([key, sums]) => [key, lineOf(sums)] as const);
    return {
      channel: lines("channel"),
      country: lines("country"),
      offer: lines("offer"),
      weight: lines("weight"),
    };
  }

  private of(group: TotalGroup, key: string): Sums {
    const known = this.groups[group].get(key);
    if (known) return known;
    const zero = () => [Decimal.zero, Decimal.zero] as [Decimal, Decimal];
    const sums: Sums = { orders: [0, 0], changed: 0, charge: zero(), cost: zero() };
    this.groups[group].set(key, sums);
    return sums;
  }
}

type Entry = readonly [string, unknown];
const byText = ([a]: Entry, [b]: Entry) => (a < b ? -1 : a > b ? 1 : 0);
/** Edges as figures; what has none comes last. */
const byEdge = ([a]: Entry, [b]: Entry) => (Number(a) || Infinity) - (Number(b) || Infinity);
const ORDER = { channel: byText, country: byText, offer: byText, weight: byEdge };

function lineOf({ orders, changed, charge, cost }: Sums): TotalLine {
  const text = ([a, b]: readonly [Decimal, Decimal]) => [a.toString(), b.toString()] as const;
  const margin = text([charge[0].minus(cost[0]), charge[1].minus(cost[1])]);
  return { orders: [...orders], changed, charge: text(charge), cost: text(cost), margin };
}

/** Lines of one currency together; nothing for none. */
export function sumOfLines(lines: readonly TotalLine[]): TotalLine | undefined {
  if (lines.length === 0) return undefined;
  const counter = new TotalsCounter();
  const one = lines.map((line) => ["", line] as const);
  for (const line of one) counter.merge({ channel: [line], country: [], offer: [], weight: [] });
  return counter.totals.channel[0]?.[1];
}
