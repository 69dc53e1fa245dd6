import type { Charged } from "@/core/orders/hand-charge";
import type { QuotedOffer } from "@/core/quote/quote";

/** What an order keeps beside itself of its charge, for lists: money in the charge's currency. */
export function chargeFields(
  { offer, shipments, ...own }: QuotedOffer,
  { net, cost, margin }: Pick<Charged, "net" | "cost" | "margin"> = own,
) {
  const distinct = (list: readonly string[]) => [...new Set(list)].sort();
  return {
    offer,
    chargeNet: net,
    cost,
    margin,
    services: distinct(shipments.map(({ service }) => service)),
    origins: distinct(shipments.map(({ origin }) => origin)),
  };
}
