"use client";

import { PairsTable } from "@/features/quotes";
import { useBench } from "./bench-provider";

/** The offers of the open trial, given and withheld, before and after. */
export function TrialOffers() {
  const { row, offer, watch } = useBench();
  if (!row || "problems" in row) return null;
  return (
    <PairsTable
      label="Offers of the trial"
      pairs={row.offers}
      sides={["Before", "After"]}
      offer={offer}
      onPick={watch}
      currency={row.currency}
      includesTax={row.includesTax}
    />
  );
}
