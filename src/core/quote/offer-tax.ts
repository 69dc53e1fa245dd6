import { Decimal } from "../money/decimal";
import { fixedRate, type TaxRate } from "../tax/tax-rate";
import type { CompiledOffer } from "./compiled-offer";
import type { CompiledSetup } from "./compiled-setup";

/** The tax that is set for a charge of an offer: the offer's, else the charge type's; `undefined`: the business's counts. */
export function setTax(
  { taxOfChargeType }: CompiledSetup,
  offer: CompiledOffer,
  type: string,
): TaxRate | undefined {
  return offer.tax ?? taxOfChargeType.get(type);
}

/**
 * The tax in the prices of an offer's tables, in percent, where no order says which goods are shipped: nothing where no
 * channel's prices include it; a business that taxes delivery like the goods counts with its fixed percentage.
 */
export function taxInPrices(compiled: CompiledSetup, offer: CompiledOffer): Decimal {
  const { chargeType, channels } = offer.offer;
  if (!channels.some((code) => compiled.channels.get(code)?.pricesIncludeTax)) return Decimal.zero;
  const source = "business/deliveryTaxPercent";
  return (setTax(compiled, offer, chargeType) ?? fixedRate(compiled.taxing.fixed, source)).numerator;
}
