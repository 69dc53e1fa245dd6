import type { Adapter, AdapterField, RateAnswer } from "@/contracts/carrier-rates";
import { lessAll } from "./units";

const field: AdapterField = {
  key: "fuel",
  label: "Fuel",
  help: "Leave it empty to take the carrier's figures whole. Type “ours” where the services priced by it add fuel by a surcharge of their own: the carrier's is left out then.",
  isSecret: false,
  isNeeded: false,
};

/**
 * An adapter that can leave the carrier's fuel out of its figures, where it names it as a part: a service that adds fuel by a
 * surcharge would count it twice. What else is in a figure stays, in the figure's own tax basis.
 */
export function withFuelChoice(adapter: Adapter): Adapter {
  return {
    ...adapter,
    fields: [...adapter.fields, field],
    rates: async (questions, { fuel = "", ...settings }, send) => {
      const answers = await adapter.rates(questions, settings, send);
      return fuel.trim().toLowerCase() === "ours" ? answers.map(withoutFuel) : answers;
    },
  };
}

function withoutFuel(answer: RateAnswer): RateAnswer {
  if (!("rates" in answer)) return answer;
  const rates = answer.rates.map((rate) => {
    const fuel = (rate.parts ?? []).filter(({ kind }) => kind === "fuel").map(({ amount }) => amount);
    if (fuel.length === 0) return rate;
    const parts = (rate.parts ?? []).filter(({ kind }) => kind !== "fuel");
    return { ...rate, amount: lessAll(rate.amount, fuel), parts };
  });
  return { ...answer, rates };
}
