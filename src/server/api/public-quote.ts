import type { ReasonCode } from "@/core/working/reason";
import type { StepCode } from "@/core/working/step";
import type { WordedQuote, WordedStep } from "@/messages/word-quote";

/**
 * Which steps a key without the scope `costs` may read. Each says how the customer's charge came about and nothing that
 * tells what carriers bill, or lets it be worked out, or what others would be charged: by which rule, which coupon, which
 * customer group. A new step does not compile until somebody decides, and what is not told is withheld.
 */
const toldSteps: Readonly<Record<StepCode, "told" | "withheld">> = {
  "order-measured": "told",
  "line-not-shipped": "told",
  "origin-chosen": "told",
  "origins-not-proven": "withheld",
  "parcels-formed": "told",
  "volumetric-weight": "told",
  "weight-charged": "told",
  "zone-found": "told",
  "service-taken": "told",
  "no-freight": "withheld",
  "live-rate": "withheld",
  "live-fallback": "withheld",
  "edition-chosen": "told",
  "band-found": "told",
  "break-found": "told",
  "rate-flat": "told",
  "rate-per-unit": "told",
  "rate-base-plus": "told",
  "rate-lower-next": "told",
  "row-minimum": "told",
  "row-maximum": "told",
  converted: "told",
  "surcharge-added": "withheld",
  "shipment-cost": "withheld",
  "costs-added": "withheld",
  "cost-with-tax": "withheld",
  "plan-cost-plus": "withheld",
  "plan-flat": "told",
  "plan-terms": "withheld",
  "plan-free": "told",
  "rule-passed-over": "withheld",
  "rule-matched": "withheld",
  "rule-otherwise": "withheld",
  "rules-combined": "withheld",
  "goods-class-charged": "told",
  "classes-combined": "told",
  "item-exception": "told",
  "nothing-left-to-charge": "told",
  "shipments-charged": "withheld",
  "margin-added": "withheld",
  "addition-added": "withheld",
  "charge-not-negative": "withheld",
  "charge-minimum": "told",
  "charge-maximum": "told",
  "charge-stepped": "withheld",
  "free-given": "withheld",
  "free-missing": "told",
  "charge-rounded": "told",
  "tax-added": "told",
  "tax-taken-out": "told",
  "tax-of-goods": "told",
  "tax-by-place": "told",
  "tax-reversed": "told",
  "handed-over": "told",
  "arrives-between": "told",
  "ready-from": "told",
};

/**
 * What of a reason may be told: all of it, or the reason alone in these words. A coupon's text, the groups others belong
 * to, how much lies where, and what a carrier said are not for a shop's page.
 */
const toldReasons: Readonly<Record<ReasonCode, "all" | string>> = {
  "nothing-to-ship": "all",
  "no-exchange-rate": "all",
  "weight-missing": "all",
  "size-missing": "all",
  "out-of-stock": "Not in stock in this quantity",
  "origin-cannot-ship": "all",
  "origin-not-served-by-service": "all",
  "zone-not-found": "all",
  "zone-not-served": "all",
  "no-edition": "all",
  "no-rate": "all",
  "above-last-break": "all",
  "below-first-break": "all",
  "limit-weight": "all",
  "limit-size": "all",
  "limit-value": "all",
  "limit-parcels": "all",
  "po-box": "all",
  "cash-on-delivery": "all",
  "collection-point": "all",
  signature: "all",
  "goods-class": "all",
  "transport-mode": "all",
  "item-banned": "all",
  destination: "all",
  "customer-group": "Only for some customers",
  coupon: "Only with a coupon",
  "no-rule-matched": "all",
  "withheld-by-rule": "all",
  "no-service": "all",
  "no-common-service": "all",
  suspended: "Not available just now",
  "live-unavailable": "No rate from the carrier now",
  "free-offer-given": "all",
  inactive: "all",
};

function toldWorking(working: readonly WordedStep[] | undefined) {
  return working
    ? { working: working.filter((step) => step.station !== "rate" && toldSteps[step.code] === "told") }
    : {};
}

interface Reasoned {
  readonly reason: ReasonCode;
  readonly text: string;
}

function toldReason<T extends Reasoned>(given: T): T | Reasoned {
  const words = toldReasons[given.reason];
  if (words === "all") return given;
  const { inputs: _, source: __, ...rest } = given as T & { inputs?: unknown; source?: unknown };
  return { ...rest, text: words };
}

/** A quote for keys that are not told what carriers bill: nothing but what is allowed above. */
export function publicQuote(quote: WordedQuote) {
  return {
    currency: quote.currency,
    measures: quote.measures,
    offers: quote.offers.map(({ cost: _cost, margin: _margin, shipments, working, ...offer }) => ({
      ...offer,
      shipments: shipments.map(({ cost: _ofShipment, ...shipment }) => shipment),
      ...toldWorking(working),
    })),
    withheld: quote.withheld.map(({ working, because, ...offer }) => ({
      ...toldReason(offer),
      because: because.map(toldReason),
      ...toldWorking(working),
    })),
    warnings: quote.warnings,
  };
}
