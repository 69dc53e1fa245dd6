import type { Decimal } from "../money/decimal";
import type { Conversion } from "../money/exchange";
import type { HandOver } from "../promise/hand-over";
import type { Place } from "../zones/zone-index";

/** What the order asks of whoever carries it. */
export interface Needs {
  readonly poBox: boolean;
  readonly cashOnDelivery: boolean;
  readonly collectionPoint: boolean;
  readonly signature: boolean;
  /** What is to be collected where the request says so, in the quote's currency; else the goods with tax are. */
  readonly cashOnDeliveryAmount: Decimal | undefined;
}

/** An origin that is closed for a while and works on what came meanwhile when it opens. */
export interface Delay {
  readonly reason: string;
  /** Milliseconds since 1970; infinite where nobody knows. */
  readonly until: number;
}

/** What is the same for every shipment and every offer of a quote. */
export interface Journey {
  readonly place: Place;
  /** The town as the request has it: charts know none, carriers' systems may. */
  readonly city: string | undefined;
  readonly needs: Needs;
  readonly channel: string;
  readonly customerGroup: string | undefined;
  /** Whether the customer has a tax id. */
  readonly hasTaxId: boolean;
  readonly coupon: string | undefined;
  /** The instant the order was placed, ISO 8601. */
  readonly placedAt: string;
  /** `YYYY-MM-DD` of that instant in the business's time zone. */
  readonly date: string;
  /** 1 Monday to 7 Sunday, of that date. */
  readonly weekday: number;
  /** The quote's currency. */
  readonly currency: string;
  /** The currency of the setup's own amounts. */
  readonly homeCurrency: string;
  /** From the home currency, in which a setup's own amounts are, to the quote's; `undefined` without a rate. */
  readonly fromHome: Conversion | undefined;
  /** The great-circle distance in km from an origin, to the metre. */
  readonly distanceFrom: (origin: string) => Decimal;
  /** When an origin hands the order over; `undefined` for one that never works. */
  readonly handOverFrom: (origin: string) => HandOver | undefined;
  /** Why and until when an origin that is closed hands nothing over; `undefined` for one that is open. */
  readonly delayOf: (origin: string) => Delay | undefined;
  /** `YYYY-MM-DD` of that day, which carriers bill by; the order's day for an origin that never works. */
  readonly billedOn: (origin: string) => string;
}
