import { skuStart, skuText } from "./sku-text";
import { failureWords } from "./carrier-words";
import type { ReasonCode, ReasonInputs, Rejection } from "@/core/working/reason";
import { breakWords, count, list, money, quantity } from "./figures";
import { modeNames } from "./mode-words";

type Sentences = { readonly [R in ReasonCode]: (inputs: ReasonInputs[R]) => string };

const sizes = {
  longestSide: "Longest side",
  girthPlusLength: "Girth plus length",
  volume: "Volume",
} as const;

const sentences: Sentences = {
  "nothing-to-ship": () => "Nothing on this order ships",
  "no-exchange-rate": (i) => `No exchange rate from ${i.from} to ${i.to}`,
  "weight-missing": (i) => `No weight for ${list(i.skus.map(skuText))}`,
  "size-missing": (i) => `No size for ${list(i.skus.map(skuText))}`,
  "out-of-stock": (i) =>
    i.together !== undefined
      ? `${i.wanted} of ${skuText(i.sku)} wanted, ${i.together} in all places that may ship it`
      : i.most > 0
        ? `${i.wanted} of ${skuText(i.sku)} wanted, ${i.mostAt ?? "one place"} has most with ${i.most}`
        : `${i.wanted} of ${skuText(i.sku)} wanted, no origin that may ship it has that many`,
  "origin-cannot-ship": (i) => `No origin may ship ${skuText(i.sku)} there`,
  "origin-not-served-by-service": (i) => `${i.service} does not leave from ${i.origin}`,
  "zone-not-found": (i) =>
    i.origin === undefined
      ? `${place(i)} is in no zone of ${i.chart}`
      : `${i.chart} is not for shipments from ${i.origin}`,
  "zone-not-served": (i) => `${place(i)} is not served: ${i.entry} in ${i.chart}`,
  "no-edition": (i) => `${i.tariff} has no edition for ${i.date}`,
  "no-rate": (i) =>
    `${i.tariff} has no rate in zone ${i.zone}${i.break ? ` for ${breakWords(i.break)}` : ""}`,
  "above-last-break": (i) =>
    `${quantity(i.value)} is over the last break of ${i.tariff}, ${quantity(i.last)}`,
  "below-first-break": (i) =>
    `${quantity(i.value)} is under the first break of ${i.tariff}, ${quantity(i.first)}`,
  "limit-weight": (i) =>
    `${i.of === "parcel" ? "Parcel" : "Shipment"} of ${quantity(i.value)} is ${i.side === "most" ? "over" : "under"} ${quantity(i.limit)}`,
  "limit-size": (i) => `${sizes[i.of]} of ${quantity(i.value)} is over ${quantity(i.limit)}`,
  "limit-value": (i) => `Goods of ${money(i.value)} are over ${money(i.limit)}`,
  "limit-parcels": (i) => `${count(i.value, "parcel")}, at most ${i.limit}`,
  "po-box": (i) => `${i.name} does not go to PO boxes`,
  "cash-on-delivery": (i) => `${i.name} does not take cash on delivery`,
  "collection-point": (i) => `${i.name} does not go to collection points`,
  signature: (i) => `${i.name} does not ask for a signature`,
  "goods-class": (i) =>
    i.goodsClass === ""
      ? `${skuStart(i.sku)} is in none of the goods classes taken`
      : `${skuStart(i.sku)} is ${i.goodsClass}, which is not taken`,
  "transport-mode": (i) =>
    i.goodsClass === undefined
      ? `${i.name} goes by ${modeNames[i.mode]}, which ${skuText(i.sku)} may not`
      : `${i.name} goes by ${modeNames[i.mode]}, which ${skuText(i.sku)}, being ${i.goodsClass}, may not`,
  "item-banned": (i) => `${skuStart(i.sku)} is not sent this way`,
  destination: (i) => `Not offered in ${place(i)}`,
  "customer-group": (i) => `Only for ${list(i.groups, "or")}`,
  coupon: (i) => `Only with the coupon ${i.coupon}`,
  "no-rule-matched": (i) =>
    i.passedOver.length === 0
      ? "No rule fits this order"
      : `No rule fits this order; ${count(i.passedOver.length, "rule")} passed over, a weight or a size being missing`,
  "withheld-by-rule": (i) => i.text,
  "no-service": (i) =>
    i.services === 0 ? "No service stands behind this offer" : "No service behind this offer can take it",
  "no-common-service": () => "No one service can take all its shipments",
  suspended: (i) =>
    `${i.reason} (${i.what} ${i.code} is suspended${i.until === undefined ? "" : ` until ${i.until}`})`,
  "live-unavailable": (i) =>
    i.declined === undefined ? failureWords(i) : `${i.connection} declines: ${i.declined}`,
  "free-offer-given": (i) => `${i.offer} is free and no slower`,
  inactive: (i) => `The ${i.what} ${i.name} is switched off`,
};

function place(i: { country: string; postcode: string }): string {
  return i.postcode === "" ? i.country : `${i.country} ${i.postcode}`;
}

/** Why something is withheld or passed over, in plain words. */
export function reasonSentence(rejection: Rejection): string {
  const sentence = sentences[rejection.reason] as (inputs: unknown) => string;
  return sentence(rejection.inputs);
}

export const reasonCodes = Object.keys(sentences) as ReasonCode[];
