import type { Conversion, ExchangeRates } from "../money/exchange";
import type { Journey } from "../rules/journey";
import type { Missing } from "../rules/measured";
import { rejectMissing } from "../rules/reject-missing";
import type { Measures } from "../parcels/measures";
import type { CompiledTariff } from "../tariffs/compiled-tariff";
import type { Rejection } from "../working/reason";
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
export function rejectPlan(
  missing: Missing,
  measures: Measures,
  journey: Journey,
  context: SellContext,
  source: string,
): Rejection {
  const currencies = { from: context.homeCurrency, to: journey.currency };
  return rejectMissing(
    missing,
    measures,
    currencies,
    missing === "no-exchange-rate" ? "exchangeRates" : source,
  );
}
