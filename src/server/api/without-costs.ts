import type { StepCode } from "@/core/working/step";
import type { WordedQuote, WordedStep } from "@/messages/word-quote";

/** Steps of the charge that repeat what it costs us, or let it be worked out. */
const costSteps: ReadonlySet<StepCode> = new Set([
  "plan-cost-plus",
  "plan-terms",
  "margin-added",
  "addition-added",
  "shipments-charged",
  "rules-combined",
  "charge-stepped",
  "charge-not-negative",
]);

function withoutCostSteps(working: readonly WordedStep[] | undefined) {
  return working
    ? { working: working.filter((step) => step.station !== "rate" && !costSteps.has(step.code)) }
    : {};
}

/** Leaves out every figure that tells what the carriers bill: costs, margins, and the steps that lead to them. */
export function withoutCosts(quote: WordedQuote) {
  return {
    ...quote,
    offers: quote.offers.map(({ cost: _cost, margin: _margin, shipments, working, ...offer }) => ({
      ...offer,
      shipments: shipments.map(({ cost: _ofShipment, ...shipment }) => shipment),
      ...withoutCostSteps(working),
    })),
    withheld: quote.withheld.map(({ working, ...offer }) => ({ ...offer, ...withoutCostSteps(working) })),
  };
}
