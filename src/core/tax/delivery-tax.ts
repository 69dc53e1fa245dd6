import { Decimal } from "../money/decimal";
import type { DeliveryTaxRule } from "../setup/business";
import { joinPath } from "../setup/path";
import type { Trace } from "../working/step";
import { compilePlace, isIn, type CompiledPlace } from "../zones/compiled-place";
import type { Place } from "../zones/zone-index";
import { fixedRate, type TaxRate } from "./tax-rate";

/** A rule of the tax on delivery, read once. */
export interface CompiledTaxRule {
  readonly from: string;
  readonly to: string | undefined;
  readonly places: readonly CompiledPlace[];
  readonly channels: ReadonlySet<string>;
  readonly rate: TaxRate;
  /** Only for customers with a tax id, who owe the tax themselves. */
  readonly isReverse: boolean;
}

/** What decides which rule counts. */
export interface Taxed {
  readonly place: Place;
  readonly channel: string;
  /** `YYYY-MM-DD`, the order's day. */
  readonly date: string;
  readonly hasTaxId: boolean;
}

export function compileTaxRule(rule: DeliveryTaxRule, index: number): CompiledTaxRule {
  const source = joinPath("business", "deliveryTaxes", index);
  const isReverse = rule.reverseChargeWithTaxId === true;
  return {
    from: rule.from,
    to: rule.to,
    places: (rule.destinations ?? []).map(compilePlace),
    channels: new Set(rule.channels),
    rate: { ...fixedRate(Decimal.of(rule.percent ?? "0"), source), ...(isReverse ? { isReverse } : {}) },
    isReverse,
  };
}

/** The first rule that fits; an empty list of destinations or channels is any. `undefined`: the business's percentage counts. */
export function deliveryTaxFor(rules: readonly CompiledTaxRule[], of: Taxed): CompiledTaxRule | undefined {
  return rules.find(
    ({ from, to, places, channels, isReverse }) =>
      from <= of.date &&
      (to === undefined || of.date <= to) &&
      (channels.size === 0 || channels.has(of.channel)) &&
      (places.length === 0 || places.some((place) => isIn(place, of.place))) &&
      (!isReverse || of.hasTaxId),
  );
}

/** Says which rule counts, and why. */
export function explainDeliveryTax(rule: CompiledTaxRule, { place }: Taxed, trace: Trace): void {
  const { percent, source } = rule.rate;
  if (rule.isReverse) trace.add("tax-reversed", { country: place.country }, percent, source);
  else trace.add("tax-by-place", { country: place.country, from: rule.from }, percent, source);
}
