import type { ItemRule } from "@/core/checks/what-applies";
import { destinationText } from "@/features/edits";
import { effectText } from "./effect-text";
import { modeNames } from "@/messages/mode-words";

const of = { item: "of this item", goodsClass: "of its class", all: "of all items" } as const;

/** What a rule means for an item, in one sentence. */
export function appliesWords(rule: ItemRule, currency: string, offerName: (code: string) => string): string {
  switch (rule.kind) {
    case "not-shipped":
      return "Is not shipped: it counts in no delivery.";
    case "any-origin":
      return "Not stock-kept: every origin has it.";
    case "stock":
      return `${rule.quantity} in ${rule.origin}.`;
    case "weight-of-class":
      return `Weighs ${rule.value} ${rule.unit}, as goods of ${rule.goodsClass} do.`;
    case "weight-missing":
      return "Has no weight: whatever needs one is withheld.";
    case "size-missing":
      return "Has no size: services with size limits pass it over.";
    case "ships-alone":
      return "Each piece is a parcel of its own.";
    case "origin-refuses":
      return `${rule.name} does not ship its class.`;
    case "service-refuses":
      return `${rule.name} does not take its class.`;
    case "offer-refuses":
      return `Not by ${rule.name}: its class is not taken.`;
    case "not-by-mode":
      return `Not by ${rule.name}: it goes by ${modeNames[rule.mode]}.`;
    case "too-heavy":
      return `Too heavy for ${rule.name}: a parcel up to and including ${rule.limit} ${rule.unit}.`;
    case "exception":
      return exceptionWords(rule, currency, offerName);
  }
}

function exceptionWords(
  { effect, by, offer, currency, destinations, isBeaten }: Extract<ItemRule, { kind: "exception" }>,
  homeCurrency: string,
  offerName: (code: string) => string,
): string {
  const money = typeof effect === "string" ? "" : ` ${currency ?? homeCurrency} a piece`;
  const where = destinations.length === 0 ? "" : ` to ${destinations.map(destinationText).join(", ")}`;
  const offers = offer === undefined ? "by every offer" : `by ${offerName(offer)}`;
  const beaten = isBeaten ? "; a more specific one goes before it" : "";
  return `Exception ${of[by]}, ${offers}${where}: ${effectText(effect)}${money}${beaten}.`;
}
