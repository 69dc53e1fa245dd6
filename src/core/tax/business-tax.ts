import type { Decimal } from "../money/decimal";
import type { OrderLine } from "../parcels/order-line";
import type { Business } from "../setup/business";
import type { Trace } from "../working/step";
import { deliveryTaxFor, explainDeliveryTax, type CompiledTaxRule, type Taxed } from "./delivery-tax";
import { businessRate, explainBusinessRate, type TaxRate } from "./tax-rate";

/** What a business taxes its delivery of an order with, where neither offer nor charge type say otherwise. */
export interface BusinessTax {
  readonly rate: TaxRate;
  /** The rule for the destination that sets it; absent: the business's percentage or that of the goods. */
  readonly rule?: CompiledTaxRule;
}

/** What decides it: how the business taxes delivery, its percentage, its rules by destination. */
export interface BusinessTaxing {
  readonly how: NonNullable<Business["deliveryTax"]>;
  readonly fixed: Decimal;
  readonly rules: readonly CompiledTaxRule[];
}

/** The rule for the destination, else the goods' rates or the business's own percentage. */
export function businessTax(
  { how, fixed, rules }: BusinessTaxing,
  goods: readonly OrderLine[],
  of: Taxed,
): BusinessTax {
  const rule = deliveryTaxFor(rules, of);
  return rule ? { rate: rule.rate, rule } : { rate: businessRate(how, fixed, goods) };
}

/** Says where the tax came from. */
export function explainBusinessTax(
  { rate, rule }: BusinessTax,
  { how }: BusinessTaxing,
  goods: readonly OrderLine[],
  of: Taxed,
  trace: Trace,
): void {
  if (rule) explainDeliveryTax(rule, of, trace);
  else explainBusinessRate(how, rate, goods, trace);
}
