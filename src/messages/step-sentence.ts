import type { Step, StepCode, StepInputs } from "@/core/working/step";
import { breakWords, count, money, quantity } from "./figures";

type Sentences = { readonly [C in StepCode]: (inputs: StepInputs[C], result: string | undefined) => string };

const chosenBy: Record<StepInputs["origin-chosen"]["by"], string> = {
  only: "the only place that can ship it",
  fewestShipments: "fewest shipments",
  lowestCost: "the lowest cost",
  nearest: "the nearest",
  rank: "the best rank",
  fallback: "the fallback origin",
  pinned: "chosen by a person",
};

const picks = { cheapest: "the cheapest", fastest: "the fastest", listed: "the first listed" } as const;

const sentences: Sentences = {
  "order-measured": (i) =>
    `${count(i.pieces, "piece")} on ${count(i.lines, "line")}, ${i.weight ? quantity(i.weight) : "weight not known"}, goods ${money(i.goodsValue)} without tax.`,
  "line-not-shipped": (i) => `${i.sku} is not shipped and does not count.`,
  "origin-chosen": (i) =>
    `Ships from ⟦${i.name}⟧: ${chosenBy[i.by]}${i.others > 0 ? `, against ${count(i.others, "other way", "other ways")}` : ""}.`,
  "parcels-formed": (i) => `${count(i.parcels, "parcel")}, ${quantity(i.actual)} actual weight.`,
  "volumetric-weight": (i) =>
    `${quantity(i.volume)} ${i.divisor === undefined ? `× ⟦${i.kgPerM3 ?? ""} kg per m³⟧` : `÷ ⟦${i.divisor} cm³ per kg⟧`} is ${quantity(i.volumetric)} volumetric weight.`,
  "weight-charged": (i) =>
    `${quantity(i.chargeable)} chargeable${i.step ? `, up to the next ⟦${quantity(i.step)} per parcel⟧` : ""}.`,
  "zone-found": (i) =>
    `Zone ${i.zone}, ${i.zoneName}, by ⟦${i.entry} in ${i.chart}⟧${i.beats > 0 ? `; it beats ${count(i.beats, "wider entry", "wider entries")}` : ""}.`,
  "service-taken": (i) =>
    `⟦${i.name}⟧: ${i.tried === 1 ? "the only service" : `${picks[i.pick]} of ${i.working} that work, ${i.tried} tried`}.`,
  "no-freight": (i) => `⟦${i.service}⟧ has no freight to pay.`,
  "edition-chosen": (i) =>
    `⟦${i.tariff}, edition ${i.label}⟧, valid from ${i.from}${i.to === undefined ? "" : ` to ${i.to}`}, on ${i.date}.`,
  "break-found": (i) => `${quantity(i.value)} falls in ⟦${breakWords(i.break)}⟧.`,
  "rate-flat": (i) => `The cell is ⟦${money(i.cell)}⟧ for the shipment.`,
  "rate-per-unit": (i, r) =>
    `${quantity(i.value)} at ⟦${money(i.cell)}⟧ per ${i.per.value === "1" ? quantity(i.per).slice(2) : quantity(i.per)} is ${r ?? ""} ${i.cell.currency}.`,
  "rate-base-plus": (i, r) =>
    `${money(i.base)} at ${quantity(i.edge)}, plus ${i.started} started × ⟦${money(i.cell)}⟧ per ${quantity(i.per)}, is ${r ?? ""} ${i.cell.currency}.`,
  "rate-lower-next": (i) =>
    i.taken === "next"
      ? `The next break at ${quantity(i.edge)} would be ⟦${money(i.next)}⟧, less than ${money(i.own)}: it is taken.`
      : `The next break at ${quantity(i.edge)} would be ⟦${money(i.next)}⟧, no less than ${money(i.own)}.`,
  "row-minimum": (i) => `Raised to the zone's minimum of ⟦${money(i.minimum)}⟧.`,
  "row-maximum": (i) => `Held at the zone's maximum of ⟦${money(i.maximum)}⟧.`,
  converted: (i, r) =>
    `${money(i.from)} at ${i.rates.map((x) => `1 ${x.from} = ${x.rate} ${x.to} (${x.asOf})`).join(", then ")} is ${r ?? ""}.`,
  "shipment-cost": (i) => `We pay ${money(i.cost)}.`,
  "costs-added": (i, r) => `${i.shipments} shipments cost ${r ?? ""} together.`,
  "plan-cost-plus": (_, r) => `The ⟦plan⟧ charges what it costs: ${r ?? ""}.`,
  "plan-flat": (i, r) =>
    i.per === "order"
      ? `A flat ${money(i.amount)} for the order.`
      : `${money(i.amount)} per ${i.per} × ${i.count} is ${r ?? ""}.`,
  "shipments-charged": (i, r) =>
    `${i.how === "perShipmentSum" ? "The sum" : "The highest"} of ${i.shipments} shipments: ${r ?? ""}.`,
  "margin-added": (i, r) =>
    `${money(i.before)} ${i.percent.startsWith("-") ? "less" : "plus"} ⟦${i.percent.replace("-", "")} %⟧ is ${r ?? ""}.`,
  "charge-rounded": (i) =>
    `Rounded to ${money(i.charge)} ${i.basis === "net" ? "without" : "with"} tax, half away from zero.`,
  "tax-added": (i) => `Tax ⟦${i.percent} %⟧ is ${money(i.tax)}: ${money(i.gross)} with tax.`,
  "tax-taken-out": (i) =>
    `The channel's prices include tax: ${money(i.gross)} holds ${money(i.tax)} at ⟦${i.percent} %⟧, ${money(i.net)} without.`,
};

/** A step's sentence in three parts; the middle one names what the step's source is, and may be empty. */
export function stepParts(step: Step): readonly [before: string, source: string, after: string] {
  const sentence = sentences[step.code] as (inputs: unknown, result: string | undefined) => string;
  const [before = "", rest = ""] = sentence(step.inputs, step.result).split("⟦");
  const [source = "", after = ""] = rest.split("⟧");
  return [before, source, after];
}

/** A step in plain words, with its numbers, units and sides of boundaries. */
export function stepSentence(step: Step): string {
  return stepParts(step).join("");
}

export const stepCodes = Object.keys(sentences) as StepCode[];
