import type { Conversion, ExchangeRates } from "../money/exchange";
import type { Journey } from "../rules/journey";
import type { Missing } from "../rules/measured";
import type { Measures } from "../parcels/measures";
import type { CompiledTariff } from "../tariffs/compiled-tariff";
import { reject, type Rejection } from "../working/reason";
import type { Decimal } from "../money/decimal";

/** What price plans may read beside the part they charge for. */
export interface SellContext {
  readonly exchange: ExchangeRates;
  /** The currency of the amounts typed in the offer: its own, else the home currency. */
  readonly homeCurrency: string;
  /** The business's home currency, in which exceptions are that name no offer. */
  readonly businessCurrency: string;
  /** From it to the quote's; `undefined` without a rate. */
  readonly ofBusiness: Conversion | undefined;
  readonly tariffs: ReadonlyMap<string, CompiledTariff>;
}

/** What a plan comes to, in the quote's currency, not rounded. */
export interface PlanCharge {
  readonly amount: Decimal;
  /** Set by the outcome *free*: the offer is free, whatever is added to charges otherwise. */
  readonly free: boolean;
}

/** The reason of a plan that needed a figure nobody knows. */
export function rejectMissing(
  missing: Missing,
  measures: Measures,
  journey: Journey,
  context: SellContext,
  source: string,
): Rejection {
  if (missing === "weight-missing") return reject(missing, { skus: measures.skusWithoutWeight }, source);
  if (missing === "size-missing") return reject(missing, { skus: measures.skusWithoutSize }, source);
  return reject(missing, { from: context.homeCurrency, to: journey.currency }, "exchangeRates");
}
