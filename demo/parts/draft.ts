import type { Setup } from "@/core/setup/setup";

/**
 * What the business prepares and has not published: next year's edition of what the post asks, more diesel on pallets, a
 * dearer ladder for dealers' parcels, and in it a rule that can never match, since one above it takes all of it.
 */
export function draftOf(live: Setup, nextYear: Setup["tariffs"][number]): Setup {
  return {
    ...live,
    tariffs: live.tariffs.map((tariff) => (tariff.code === nextYear.code ? nextYear : tariff)),
    offers: live.offers.map((offer) =>
      offer.code === "dealer-parcel" ? dearer(offer) : offer.code === "pallet" ? withDiesel(offer) : offer,
    ),
  };
}

type Offer = Setup["offers"][number];

function dearer(offer: Offer): Offer {
  if (offer.plan.kind !== "ladder") return offer;
  const rules = offer.plan.rules.map((rule) =>
    rule.name === "Light parcels in the Baltics" ? { ...rule, then: lightParcel } : rule,
  );
  return { ...offer, plan: { ...offer.plan, rules: [...rules, shadowed] } };
}

function withDiesel(offer: Offer): Offer {
  const additions = offer.adjust?.additions?.map((addition) =>
    addition.name === "Diesel"
      ? { ...addition, amount: { percent: "7.5", of: "freight" as const } }
      : addition,
  );
  return additions ? { ...offer, adjust: { ...offer.adjust, additions } } : offer;
}

const lightParcel = {
  terms: [
    { constant: "4.60" },
    { measure: "chargeableWeight" as const, unit: "kg" as const, amount: "0.40" },
  ],
};

const shadowed = {
  name: "Very light parcels in Estonia",
  when: [
    { country: ["EE"] },
    { measure: "chargeableWeight" as const, unit: "kg" as const, op: "<=" as const, value: "3" },
  ],
  then: { terms: [{ constant: "3.60" }] },
};
