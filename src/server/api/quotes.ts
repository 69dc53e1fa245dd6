import "server-only";
import { quoteRequestSchema } from "@/core/quote/request";
import type { StepCode } from "@/core/working/step";
import { wordQuote, type WordedQuote, type WordedStep } from "@/messages/word-quote";
import { now } from "../clock";
import { database } from "../database";
import { currentSetup } from "../services/current-setup";
import { rateRequest } from "../services/rate";
import { endpoint } from "./endpoint";
import { problemResponse, statusOf } from "./problem";

/** `POST /api/v1/quotes`: what we pay and earn is told only to keys with the scope `costs`. */
export const postQuote = endpoint({
  scope: "quotes",
  body: quoteRequestSchema,
  handle: async (request, key) => {
    const current = await currentSetup(database(), "live");
    if (!current) return problemResponse(503, { detail: "No business is set up yet." });
    if (!current.compiled.ok) return problemResponse(503, { problems: current.compiled.problems });
    const quoted = await rateRequest(database(), current.compiled.value, request, now());
    if (!quoted.ok) return problemResponse(statusOf(quoted.problems), { problems: quoted.problems });
    const worded = wordQuote(quoted.value);
    return Response.json({
      revision: current.stamp,
      ...(key.scopes.includes("costs") ? worded : withoutCosts(worded)),
    });
  },
});

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
function withoutCosts(quote: WordedQuote) {
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
