import type { FreeFrom } from "../plans/free-delivery";
import type { ReasonCode, Rejection } from "../working/reason";
import type { Step } from "../working/step";

/** The answer to "which offers, at what charge, for this order". Money is text in the quote's currency. */
export interface Quote {
  readonly currency: string;
  readonly measures: QuoteMeasures;
  readonly offers: readonly QuotedOffer[];
  readonly withheld: readonly WithheldOffer[];
  readonly warnings: readonly Warning[];
  /** Set when there is nothing to offer for: no line of the order ships. */
  readonly reason?: "nothing-to-ship";
}

/** kg, cm³; money without and with tax. */
export interface QuoteMeasures {
  readonly quantity: number;
  readonly lines: number;
  readonly parcels: number;
  readonly actualWeight?: string;
  readonly volume: string;
  readonly goodsValue: string;
  readonly goodsValueIncTax: string;
}

export interface QuotedOffer {
  readonly offer: string;
  readonly name: string;
  readonly net: string;
  readonly tax: string;
  readonly gross: string;
  /** The charge is 0. */
  readonly free: boolean;
  /** What more goods would make it free, when that is all that is missing. */
  readonly freeFrom?: FreeFrom;
  readonly cost: string;
  /** Net less cost. */
  readonly margin: string;
  /** Dates, both in; absent when an origin or a carrier never works. A collection is ready from `earliest`. */
  readonly promise?: { readonly earliest: string; readonly latest: string };
  readonly shipments: readonly QuotedShipment[];
  readonly chargeLines: readonly ChargeLine[];
  readonly working?: readonly Step[];
  /** Where each shipment is charged by an offer of its own: those, each with its one shipment; all above is their sum. */
  readonly parts?: readonly QuotedOffer[];
}

export interface QuotedShipment {
  readonly origin: string;
  readonly service: string;
  readonly zone?: string;
  readonly parcels: number;
  /** kg. */
  readonly chargeableWeight?: string;
  readonly cost: string;
  readonly lines: readonly { readonly sku: string; readonly quantity: number }[];
}

export interface ChargeLine {
  /** No tax is charged: the customer owes it. */
  readonly reverseCharge?: true;
  readonly type: string;
  readonly name: string;
  readonly net: string;
  readonly taxPercent: string;
  readonly tax: string;
}

export interface WithheldOffer {
  readonly offer: string;
  readonly name: string;
  readonly reason: ReasonCode;
  readonly rejection: Rejection;
  readonly because: readonly WithheldService[];
  /** As far as it came. */
  readonly working?: readonly Step[];
}

export interface WithheldService {
  readonly service: string;
  readonly origin: string;
  readonly rejection: Rejection;
}

export interface Warning {
  readonly code: "weight-missing" | "size-missing";
  readonly skus: readonly string[];
}
