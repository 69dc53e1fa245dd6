import type { Setup } from "@/core/setup/setup";

/**
 * What the business prepares and has not published: next year's edition of what the post asks, a dearer ladder for dealers,
 * and in it a rule that can never match, since the one above it takes all of it.
 */
export function draftOf(live: Setup, nextYear: Setup["tariffs"][number]): Setup {
  return {
    ...live,
    tariffs: live.tariffs.map((tariff) => (tariff.code === nextYear.code ? nextYear : tariff)),
    offers: live.offers.map((offer) => {
      if (offer.code !== "dealer-parcel" || offer.plan.kind !== "ladder") return offer;
      const rules = offer.plan.rules.map((rule) =>
        rule.name === "Light parcels in the Baltics"
          ? {
              ...rule,
              then: {
                terms: [
                  { constant: "4.60" },
                  { measure: "chargeableWeight" as const, unit: "kg" as const, amount: "0.40" },
                ],
              },
            }
          : rule,
      );
      return { ...offer, plan: { ...offer.plan, rules: [...rules, shadowed] } };
    }),
  };
}

const shadowed = {
  name: "Very light parcels in Estonia",
  when: [
    { country: ["EE"] },
    { measure: "chargeableWeight" as const, unit: "kg" as const, op: "<=" as const, value: "3" },
  ],
  then: { terms: [{ constant: "3.60" }] },
};
