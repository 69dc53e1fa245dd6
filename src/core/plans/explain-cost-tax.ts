import { moneyText } from "../money/currency";
import type { Trace } from "../working/step";
import type { Part } from "./part";

/** Says which tax the cost gets before it enters the charge, where prices include tax. */
export function explainCostTax({ facts, costTax }: Part, trace: Trace): void {
  if (!costTax) return;
  const { currency } = facts.journey;
  trace.add(
    "cost-with-tax",
    { percent: costTax.percent, cost: { amount: moneyText(facts.cost, currency), currency } },
    moneyText(facts.chargedCost, currency),
    costTax.source,
  );
}
