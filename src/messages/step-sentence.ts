import { skuStart, skuText } from "./sku-text";
import type { Quantity } from "@/core/units/unit";
import type { MoneyText } from "@/core/working/reason";
import type { Step, StepCode, StepInputs } from "@/core/working/step";
import type { Amount, Terms } from "@/core/setup/amount";
import { conditionsSentence, measureName, perMeasure } from "./condition-sentence";
import { askedWords, failureWords } from "./carrier-words";
import { breakWords, count, list, money, quantity } from "./figures";
import { countryName } from "./country-name";

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

const effects = { instead: "instead of the plan", extra: "extra", shipsFree: "free", ban: "banned" } as const;

const percentOf = {
  freight: "the freight",
  subtotal: "all so far",
  goodsValue: "the goods without tax",
  cost: "the cost",
} as const;

/** An amount as it is set: "0.40 EUR per parcel", "10 % of the freight". */
export function amountWords(amount: Amount, currency: string): string {
  if ("fixed" in amount) return `${amount.fixed} ${currency}`;
  if ("per" in amount) return `${amount.amount} ${currency} per ${amount.per}`;
  if ("percentFromFuelIndex" in amount) return "the fuel index, of the freight";
  return `${amount.percent} % of ${percentOf[amount.of]}`;
}

const taxOfGoods = {
  highestOfGoods: "the highest",
  weightedByGoods: "weighted by their value",
  splitByGoods: "the charge is split by their values, together",
} as const;

function termWords(
  term: Terms[number] | undefined,
  { of, value }: { of?: Quantity; value: MoneyText },
): string {
  if (!term || "constant" in term) return money(value);
  if ("percent" in term)
    return `${term.percent} % of ${term.of === "cost" ? "the cost" : "the goods"}${of ? `, ${quantity(of)}${term.of === "cost" ? "" : " without tax"},` : ""} ${money(value)}`;
  return `${term.amount} ${perMeasure(term.measure, term.unit)} × ${of ? quantity(of) : "?"}, ${money(value)}`;
}

function surchargeWords(i: StepInputs["surcharge-added"]): string {
  const how =
    i.fuelPercent === undefined
      ? amountWords(i.amount, i.currency)
      : `${i.fuelPercent} % of the freight, the fuel index on ${i.date ?? ""}`;
  const times = i.count === undefined ? "" : ` × ${i.count}`;
  const when = i.when.length === 0 ? "" : ` (${conditionsSentence(i.when, i.homeCurrency)})`;
  return `⟦${i.name}⟧${when}: ${how}${times}: ${money(i.added)}, ${money(i.subtotal)} so far.`;
}

/** The currency a conversion ends in: each rate leads on from the one before, in either direction. */
function currencyAfter({ from, rates }: StepInputs["converted"]): string {
  const last = rates.reduce((at, rate) => (rate.from === at ? rate.to : rate.from), from.currency);
  return ` ${last}`;
}

const days = (n: number) => count(n, "working day");

const picks = { cheapest: "the cheapest", fastest: "the fastest", listed: "the first listed" } as const;

const sentences: Sentences = {
  "order-measured": (i) =>
    `${count(i.pieces, "piece")} on ${count(i.lines, "line")}, ${i.weight ? quantity(i.weight) : "weight not known"}, goods ${money(i.goodsValue)} without tax.`,
  "line-not-shipped": (i) => `${skuStart(i.sku)} is not shipped and does not count.`,
  "origin-chosen": (i) =>
    `Ships from ⟦${i.name}⟧: ${chosenBy[i.by]}${i.others > 0 ? `, against ${count(i.others, "other way", "other ways")}` : ""}.`,
  "origins-not-proven": (i) =>
    `The best of ${count(i.tried, "way", "ways")} of dividing it; not proven, but none costs less than ${money(i.bound)}.`,
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
  "live-rate": (i, r) =>
    i.used === "fresh"
      ? `⟦${i.connection}⟧ answered ${r ?? ""} for ${i.liveService} ${askedWords(i)}.`
      : `${i.connection} gives no rate; ⟦its last one⟧ for ${i.liveService}, ${r ?? ""} ${askedWords(i)}, stands in.`,
  "live-fallback": (i) => `${failureWords(i)}; ⟦the fallback tariff⟧ stands in.`,
  "edition-chosen": (i) =>
    `⟦${i.tariff}, edition ${i.label}⟧, valid from ${i.from}${i.to === undefined ? "" : ` to ${i.to}`}, on ${i.date}.`,
  "band-found": (i) => `${quantity(i.value)} is on the page ⟦${breakWords(i.band)}⟧.`,
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
    `${money(i.from)} at ${i.rates.map((x) => `1 ${x.from} = ${x.rate} ${x.to} (${x.asOf})`).join(", then ")} is ${r ?? ""}${currencyAfter(i)}.`,
  "surcharge-added": surchargeWords,
  "shipment-cost": (i) => `We pay ${money(i.cost)}.`,
  "costs-added": (i, r) => `${i.shipments} shipments cost ${r ?? ""} together.`,
  "cost-with-tax": (i, r) =>
    `Prices here include tax, so the cost gets ⟦${i.percent} %⟧ before it is charged on: ${money(i.cost)} becomes ${r ?? ""}.`,
  "plan-cost-plus": (_, r) => `The ⟦plan⟧ charges what it costs: ${r ?? ""}.`,
  "plan-flat": (i, r) =>
    i.per === "order"
      ? `A flat ${money(i.amount)} for the order.`
      : `${money(i.amount)} per ${i.per} × ${i.count} is ${r ?? ""} ${i.amount.currency}.`,
  "plan-terms": ({ parts }, r) => {
    const [first, ...more] = parts;
    if (first?.term && "constant" in first.term && more.length === 0)
      return `The charge is ⟦${money(first.value)}⟧.`;
    return `⟦${parts.map((part) => termWords(part.term, part)).join(" + ")}⟧ is ${r ?? ""}.`;
  },
  "plan-free": () => "The ⟦rule⟧ gives it free.",
  "rule-passed-over": (i) =>
    `⟦Rule ${i.rule}⟧ is passed over: ${i.missing === "weight-missing" ? "a weight" : i.missing === "size-missing" ? "a size" : "an exchange rate"} is missing.`,
  "rule-matched": (i) =>
    `⟦Rule ${i.rule}${i.name === undefined ? "" : `, ${i.name}`}⟧ holds: ${conditionsSentence(i.when, i.homeCurrency)}.`,
  "rule-otherwise": () => "No rule holds: ⟦otherwise⟧ counts.",
  "rules-combined": (i, r) =>
    `⟦The ${i.match}⟧ of ${list(i.charges.map((one) => `rule ${one.rule} (${money(one.charge)})`))}: ${r ?? ""}.`,
  "goods-class-charged": (i) =>
    i.goodsClass === undefined ? "⟦All other goods⟧:" : `Goods of the class ⟦${i.goodsClass}⟧:`,
  "classes-combined": (i, r) => `⟦The ${i.combine}⟧ of ${i.classes} parts: ${r ?? ""}.`,
  "item-exception": (i, r) =>
    i.effect === "shipsFree"
      ? `${i.pieces} × ⟦${skuText(i.sku)}⟧ ships free and is left out.`
      : `${i.pieces} × ⟦${skuText(i.sku)}⟧ at ${money(i.each)} ${effects[i.effect]}: ${r ?? ""} ${i.each.currency}.`,
  "nothing-left-to-charge": () => "Nothing is left for the ⟦plan⟧ to charge.",
  "shipments-charged": (i, r) =>
    `${i.how === "perShipmentSum" ? "The sum" : "The highest"} of ${i.shipments} shipments: ${r ?? ""}.`,
  "margin-added": (i, r) =>
    `${money(i.before)} ${i.percent.startsWith("-") ? "less" : "plus"} ⟦${i.percent.replace("-", "")} %⟧ is ${r ?? ""} ${i.before.currency}.`,
  "addition-added": (i, r) =>
    `⟦${i.name}⟧, ${amountWords(i.amount, i.currency)}: ${money(i.added)}, ${r ?? ""} ${i.added.currency} so far.`,
  "charge-not-negative": (i) => `${money(i.before)} is less than nothing: charged as 0.`,
  "charge-minimum": (i) => `Raised to the ⟦minimum of ${money(i.minimum)}⟧.`,
  "charge-maximum": (i) => `Held at the ⟦maximum of ${money(i.maximum)}⟧.`,
  "charge-stepped": (i, r) =>
    i.ending === undefined
      ? `${money(i.before)}${i.mode === "up" ? " up" : ""} to ⟦the ${i.mode === "up" ? "next" : "nearest"} ${i.step ?? ""}⟧ is ${r ?? ""} ${i.before.currency}.`
      : `${money(i.before)} up to ⟦the next amount that ends in ${i.ending}⟧ is ${r ?? ""} ${i.before.currency}.`,
  "free-given": (i) =>
    `⟦Free⟧, ${conditionsSentence(i.holds, i.homeCurrency)}; ${money(i.before)} otherwise.`,
  "free-missing": (i) =>
    `⟦Free from ${money(i.threshold)}⟧ of ${measureName(i.measure)}: ${money(i.missing)} more.`,
  "charge-rounded": (i) =>
    `Rounded to ${money(i.charge)} ${i.basis === "net" ? "without" : "with"} tax, half away from zero.`,
  "tax-added": (i) => `Tax ⟦${i.percent} %⟧ is ${money(i.tax)}: ${money(i.gross)} with tax.`,
  "tax-taken-out": (i) =>
    `The channel's prices include tax: ${money(i.gross)} holds ${money(i.tax)} at ⟦${i.percent} %⟧, ${money(i.net)} without.`,
  "tax-by-place": (i, r) =>
    `Tax on delivery to ${countryName(i.country)}, by the rule from ${i.from}: ⟦${r ?? ""} %⟧.`,
  "tax-reversed": (i) =>
    `⟦Reverse charge⟧: the customer in ${countryName(i.country)} has a tax number and owes the tax; none is charged.`,
  "tax-of-goods": (i, r) =>
    `Tax on delivery follows the goods, ${list(i.percents.map((percent) => `${percent} %`))}: ⟦${taxOfGoods[i.how]}⟧, ${r ?? ""} %.`,
  "handed-over": (i, r) =>
    i.closed
      ? `⟦Closed until ${i.closed.until}⟧ (${i.closed.reason}), counted from ${i.counted}, ${days(i.handlingDays)} to handle: handed over on ${r ?? ""}.`
      : `Ordered on ${i.ordered}${i.afterCutOff ? ` after ⟦the cut-off at ${i.cutOff}⟧` : ` by ⟦the cut-off at ${i.cutOff}⟧`}${i.counted === i.ordered ? "" : `, counted from ${i.counted}`}, ${days(i.handlingDays)} to handle: handed over on ${r ?? ""}.`,
  "arrives-between": (i) =>
    `⟦${i.service}⟧ takes ${i.minDays === i.maxDays ? days(i.minDays) : `${i.minDays} to ${days(i.maxDays)}`}: ${i.earliest === i.latest ? i.latest : `${i.earliest} to ${i.latest}`}.`,
  "ready-from": (i) => `Ready at ⟦${i.origin}⟧ from ${i.date}.`,
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
