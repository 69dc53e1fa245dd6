import type { NearestEdge } from "@/core/bench/nearest-edges";
import { reasonSentence } from "@/messages/reason-sentence";

/** What a nearest edge says: "0.4 kg more", and what the offer comes to then. */
export function edgeWords(
  { of, way, by, after }: NearestEdge,
  currency: string,
): { readonly change: string; readonly outcome: string; readonly isLoss: boolean } {
  const piece = by === "1" ? "piece" : "pieces";
  const amount = of === "weight" ? `${by} kg` : of === "goods" ? `${by} ${currency}` : `${by} ${piece}`;
  const change = of === "goods" ? `${amount} ${way} goods` : `${amount} ${way}`;
  if ("withheld" in after)
    return { change, outcome: `no offer: ${reasonSentence(after.withheld)}`, isLoss: true };
  return { change, outcome: after.free ? "free" : after.charge, isLoss: false };
}
