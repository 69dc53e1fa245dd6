import type { Concession, Dimension } from "@/core/recovery/shipment-result";
import type { BreakText } from "@/core/working/reason";
import { unitName } from "./figures";

/** What shipments are told apart by. */
export const dimensionNames: Readonly<Record<Dimension, string>> = {
  carrier: "Carrier",
  service: "Service",
  zone: "Zone",
  channel: "Channel",
  country: "Country",
  offer: "Offer",
  origin: "Origin",
  break: "Weight break",
  goodsClass: "Goods class",
  customerGroup: "Customer group",
};

/** What a shipment is that has no value of a dimension. */
export const noValue: Readonly<Record<Dimension, string>> = {
  carrier: "no carrier",
  service: "no service",
  zone: "no zone",
  channel: "no channel",
  country: "no country",
  offer: "no offer",
  origin: "no origin",
  break: "no weight break (asked live, or without a table)",
  goodsClass: "no goods class",
  customerGroup: "no customer group",
};

/** Ways in which less is charged, or otherwise than tables say. */
export const concessionNames: Readonly<Record<Concession, string>> = {
  free: "Free delivery",
  coupon: "Orders with a coupon",
  "by-hand": "Amounts set by hand",
  waived: "Waived by hand",
  fallback: "Carrier gave no answer: fallback rate",
};

/** What figures are, for whoever asks. */
export const definitions = {
  charged:
    "What customers are charged for delivery, without tax, less what was given back of it; in home currency by the exchange rate of the order's day. An order's charge is parted over its shipments by what they cost.",
  expected: "What our buy rates said the shipment would cost when it was charged, without tax.",
  billed:
    "What carriers' bills say, without tax, of shipments that are matched. Fees of no shipment are not in it.",
  cost: "What is billed, and what was expected where nothing is billed yet.",
  fees: "What carriers bill that is of no shipment: collection, a monthly minimum, an account. By the month of the bill's date.",
  overrun: "What is billed less what was expected of the same shipments.",
  margin: "Charged less cost.",
  marginPercent: "The margin in percent of what is charged.",
  orders: "Orders that are confirmed or handed over, counted once: with their first shipment.",
  shipments:
    "What leaves one origin for one order by one service; counted on the day it left, else on that of its order.",
  parcels: "Parcels, as they were planned when the order was charged.",
} as const;

/** A break in few words that still say which side each edge is on. */
export function shortBreak({ lower, upper, unit, boundary }: BreakText): string {
  const name = unitName(unit);
  if (boundary === "upTo") {
    if (upper === undefined) return lower === undefined ? "any" : `over ${lower} ${name}`;
    return lower === undefined ? `up to ${upper} ${name}` : `over ${lower} to ${upper} ${name}`;
  }
  if (upper === undefined) return `from ${lower ?? "0"} ${name}`;
  return `${lower ?? "0"} to under ${upper} ${name}`;
}
