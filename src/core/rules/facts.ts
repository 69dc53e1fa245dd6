import type { Decimal } from "../money/decimal";
import type { Measures } from "../parcels/measures";
import type { Journey } from "./journey";

/** What conditions, terms and amounts may ask about: an order as a whole, one shipment of it, or a part. */
export interface Facts {
  readonly journey: Journey;
  readonly measures: Measures;
  /** The origins its shipments leave from. */
  readonly origins: readonly string[];
  readonly shipments: number;
  /** kg; `undefined` when a weight is missing. */
  readonly chargeableWeight: Decimal | undefined;
  /** What it costs so far, without tax, in the quote's currency: what conditions read. */
  readonly cost: Decimal;
  /** The cost as it enters a charge: with the offer's tax on delivery where prices include tax. */
  readonly chargedCost: Decimal;
}
