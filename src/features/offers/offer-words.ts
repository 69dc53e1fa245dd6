import type { Channel, Offer } from "@/core/setup/offer";
import { count } from "@/messages/figures";
import { termsWords } from "@/messages/plan-words";

const pers = {
  order: "for the order",
  shipment: "for each shipment",
  parcel: "for each parcel",
  piece: "for each piece",
  kg: "for each kg of actual weight",
} as const;

/** A price plan in one sentence; its amounts are in the offer's own currency, else in the home currency. */
export function planWords(offer: Offer, homeCurrency: string): string {
  const { plan, charged = "perOrder", currency = homeCurrency } = offer;
  const several =
    charged === "perOrder"
      ? ""
      : charged === "perShipmentSum"
        ? ", shipments added up"
        : ", the highest of the shipments";
  const margin = offer.adjust?.marginPercent;
  if (plan.kind === "costPlus")
    return `what it costs us${margin === undefined ? "" : ` + ${margin} %`}${several}`;
  if (plan.kind === "flat") return `${plan.amount} ${currency} ${pers[plan.per]}${several}`;
  if (plan.kind === "tariff") return `the sell tariff ${plan.tariff}${several}`;
  if (plan.kind === "terms") return `${termsWords(plan.terms, currency)}${several}`;
  return plan.kind === "ladder"
    ? `a ladder of ${count(plan.rules.length, "rule")}${several}`
    : `by goods class, ${plan.combine === "sum" ? "added up" : "the highest"}${several}`;
}

/** On which basis the plan's amounts are read, by channel. */
export function basisWords(offer: Offer, channels: readonly Channel[]): string {
  const own = channels.filter((channel) => offer.channels.includes(channel.code));
  const named = (list: readonly Channel[]) => list.map((channel) => channel.name).join(", ");
  const [inc, ex] = [
    own.filter((channel) => channel.pricesIncludeTax),
    own.filter((channel) => !channel.pricesIncludeTax),
  ];
  if (inc.length === 0 && ex.length === 0) return "No channel gives this offer.";
  const parts = [
    inc.length > 0 ? `with tax in ${named(inc)}` : "",
    ex.length > 0 ? `without tax in ${named(ex)}` : "",
  ].filter(Boolean);
  return `The charge is ${parts.join(", ")}.`;
}
