import type { Terms } from "./amount";
import type { Offer } from "./offer";
import type { Outcome, Plan } from "./plan";

/** Whether anything of an offer's charge is taken from the cost: cost plus, a term or a percentage of it, an addition. */
export function readsCost({ plan, adjust }: Pick<Offer, "plan" | "adjust">): boolean {
  const added = (adjust?.additions ?? []).some(({ amount }) => "of" in amount && amount.of === "cost");
  return added || planReadsCost(plan);
}

function planReadsCost(plan: Plan): boolean {
  switch (plan.kind) {
    case "costPlus":
      return true;
    case "terms":
      return ofCost(plan.terms);
    case "ladder":
      return [...plan.rules.map(({ then }) => then), plan.otherwise].some(
        (outcome) => outcome && comesOfCost(outcome),
      );
    case "byGoodsClass":
      return [...plan.classes.map(({ terms }) => terms), plan.otherwise ?? []].some(ofCost);
    default:
      return false;
  }
}

function comesOfCost(outcome: Outcome): boolean {
  return "costPlus" in outcome || ("terms" in outcome && ofCost(outcome.terms));
}

const ofCost = (terms: Terms) =>
  terms.some(
    (term) => ("of" in term && term.of === "cost") || ("measure" in term && term.measure === "cost"),
  );
