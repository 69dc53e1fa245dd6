import { moneyText } from "../money/currency";
import { Decimal } from "../money/decimal";
import type { CheaperService, CostBy } from "./cheaper-service";

/** Shipments alike, that another service would have carried for less. Money without tax in home currency. */
export interface LeftOnTable {
  readonly origin: string;
  readonly zone: string;
  readonly service: string;
  readonly other: string;
  readonly shipments: number;
  /** By their own service today, and by the other one. */
  readonly own: string;
  readonly byOther: string;
  readonly saved: string;
}

export interface SavingsBy {
  readonly rows: readonly LeftOnTable[];
  readonly shipments: number;
  readonly saved: string;
}

/** What many shipments come to by their own services, and what is left on the table. */
export interface Savings {
  /** Shipments that could be compared, and what they cost by their own services today. */
  readonly compared: number;
  readonly own: string;
  /** By the cheapest of those as fast, and of all. */
  readonly inTime: SavingsBy;
  readonly any: SavingsBy;
}

interface Sum {
  shipments: number;
  own: Decimal;
  byOther: Decimal;
}

class Side {
  private readonly sums = new Map<string, Sum>();

  add(at: { readonly origin: string; readonly zone: string }, own: CostBy, other: CostBy): void {
    if (!other.cost.lessThan(own.cost)) return;
    const key = JSON.stringify([at.origin, at.zone, own.service, other.service]);
    const sum = this.sums.get(key) ?? { shipments: 0, own: Decimal.zero, byOther: Decimal.zero };
    sum.shipments++;
    sum.own = sum.own.plus(own.cost);
    sum.byOther = sum.byOther.plus(other.cost);
    this.sums.set(key, sum);
  }

  /** Those first that would save most; ties by their names. */
  told(currency: string): SavingsBy {
    const money = (amount: Decimal) => moneyText(amount, currency);
    const all = [...this.sums].map(([key, { shipments, own, byOther }]) => ({
      key,
      names: JSON.parse(key) as [string, string, string, string],
      ...{ shipments, own, byOther },
      saved: own.minus(byOther),
    }));
    all.sort((a, b) => b.saved.compare(a.saved) || (a.key < b.key ? -1 : 1));
    return {
      rows: all.map(({ names: [origin, zone, service, other], shipments, own, byOther, saved }) => ({
        ...{ origin, zone, service, other, shipments },
        own: money(own),
        byOther: money(byOther),
        saved: money(saved),
      })),
      shipments: all.reduce((count, { shipments }) => count + shipments, 0),
      saved: money(all.reduce((sum, { saved }) => sum.plus(saved), Decimal.zero)),
    };
  }
}

/** Adds up what other services would have saved, shipment by shipment. */
export class SavingsCounter {
  private compared = 0;
  private own = Decimal.zero;
  private readonly inTime = new Side();
  private readonly any = new Side();

  constructor(private readonly currency: string) {}

  /** A shipment from an origin to a zone of its own service's. */
  add(at: { readonly origin: string; readonly zone: string }, ways: CheaperService): void {
    this.compared++;
    this.own = this.own.plus(ways.own.cost);
    this.inTime.add(at, ways.own, ways.cheapestInTime);
    this.any.add(at, ways.own, ways.cheapest);
  }

  get savings(): Savings {
    return {
      compared: this.compared,
      own: moneyText(this.own, this.currency),
      inTime: this.inTime.told(this.currency),
      any: this.any.told(this.currency),
    };
  }
}
