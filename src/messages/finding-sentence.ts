import type { Finding, FindingCode, FindingData } from "@/core/checks/finding";
import { count, list, money, quantity } from "./figures";

type Sentences = { readonly [F in FindingCode]: (data: FindingData[F]) => string };

const sentences: Sentences = {
  "unknown-code": (d) => `There is no “${d.code}”${d.hint ? `; did you mean “${d.hint}”` : ""}.`,
  "zone-conflict": (d) =>
    `${d.entry} leads to ${d.zone === "" ? "no service" : `zone ${d.zone}`}, but ${d.wins} stands before it and is as specific.`,
  "entry-unreachable": (d) => `${d.entry} is there twice; the second never counts.`,
  "zone-unreachable": (d) => `No destination leads to zone ${d.zone}.`,
  "countries-in-no-zone": (d) => `${countries(d.countries)} in no zone, and not marked as not served.`,
  "countries-without-offer": (d) => `${countries(d.countries)} without any offer.`,
  "zones-without-row": (d) =>
    `${d.zones.length === 1 ? "Zone" : "Zones"} ${list(d.zones)} ${d.zones.length === 1 ? "has" : "have"} no row in edition ${d.edition}: nothing is rated there.`,
  "empty-cells": (d) =>
    `Zone ${d.zone}: ${d.empty === d.of ? "no break" : `${d.empty} of ${d.of} breaks`} ${d.empty === d.of ? "has a rate" : "have no rate"}.`,
  "rate-falls": (d) =>
    `Zone ${d.zone}: ${money(d.before)} at ${quantity(d.edge)}, but ${money(d.after)} just beyond it.`,
  "rate-stands-out": (d) =>
    `Zone ${d.zone}: ${money(d.rate)} stands beside ${money(d.near)}: is a decimal sign missing?`,
  "last-break-below-limit": (d) =>
    `The table ends at ${quantity(d.last)}, ${d.service} takes up to ${quantity(d.limit)}: nothing between is rated.`,
  "edges-look-like-grams": (d) =>
    `The last edge is ${quantity(d.last)}, the service takes ${quantity(d.limit)}: are the edges in grams?`,
  "edition-gap": (d) => `No edition is in force between ${d.after} and ${d.before}.`,
  "edition-overlap": (d) =>
    `Editions ${d.first} and ${d.second} are both in force from ${d.from}; the later one counts.`,
  "edition-expired": (d) => `The last edition, ${d.label}, ended on ${d.to}.`,
  "edition-ends-soon": (d) =>
    `Edition ${d.label} ends on ${d.to}, in ${count(d.days, "day")}, and none follows.`,
  "rule-unreachable": (d) =>
    `Rule ${d.rule} can never match: ${d.by.length === 1 ? "rule" : "rules"} ${list(d.by.map(String))} ${d.by.length === 1 ? "takes" : "take"} all of it.`,
  "rule-contradicts": (d) => `Rule ${d.rule} can never match: its conditions exclude each other.`,
  "ladder-gap": () =>
    "Some orders meet no rule, and there is no “otherwise”: the offer is withheld from them.",
  "free-never": () => "Free delivery is never reached: its conditions exclude each other.",
  "free-always": () => "Free delivery is always reached: every order meets it.",
  "offer-without-service": () =>
    "No service behind this offer is switched on and leaves from an origin that is.",
  "offer-without-charge": () =>
    "It has no rule and no amount yet: nobody is offered it. Say what it charges, or switch it off.",
  "cost-gets-tax": (d) =>
    `Prices in ${list(d.channels)} include tax, so what is taken from the cost gets ${d.percent === undefined ? "the tax of the goods" : `${d.percent} %`} first.`,
  "rounding-of-one-currency": (d) =>
    `It rounds alike in ${list(d.currencies)}, whose units are worth very different amounts: make an offer for each.`,
  "exchange-rate-missing": (d) =>
    `There is no exchange rate from ${d.from} to ${d.to}, which ${d.neededBy} needs.`,
  "mode-missing": (d) =>
    `It does not say how goods are carried, and ${list(d.barred)} may not go every way: it takes them. Set “Carried by”.`,
  "service-unused": () => "No offer uses this service: it carries nothing.",
  "limit-suspicious": (d) => `A limit of ${quantity(d.limit)} looks odd: was it meant in ${d.likely}?`,
  "percent-suspicious": (d) =>
    `${d.percent} % is less than one in a hundred: was ${hundredfold(d.percent)} % meant?`,
  "sell-below-buy": (d) =>
    `Zone ${d.zone} at ${quantity(d.at)}: we ask ${money(d.sell)} without tax and pay ${d.service} ${money(d.buy)}.`,
  "typical-order-loses": (d) =>
    `A typical order loses money: 1 × ${d.sku} to ${d.place} in ${d.channel} is charged ${money(d.charge)} without tax and costs ${money(d.cost)}.`,
  "duplicate-name": (d) => `${list(d.codes)} are all called “${d.name}”.`,
  "item-without-weight": (d) => `${d.sku} has no weight.`,
  "item-without-size": (d) => `${d.sku} has no size.`,
  "item-too-heavy": (d) =>
    `${d.sku} weighs ${quantity(d.weight)}; no service takes more than ${quantity(d.most)}.`,
  "item-weight-suspicious": (d) => `${d.sku} weighs ${quantity(d.weight)} a piece: is the unit right?`,
  "exception-unknown-item": (d) => `There is no item “${d.sku}”: the exception never counts.`,
  "item-unknown-class": (d) => `${d.sku} is of the goods class “${d.goodsClass}”, which is not there.`,
};

function countries(codes: readonly string[]): string {
  const shown = codes.length > 8 ? [...codes.slice(0, 7), `${codes.length - 7} more`] : codes;
  return `${list(shown)} ${codes.length === 1 ? "is" : "are"}`;
}

function hundredfold(percent: string): string {
  return String(Math.round(Number(percent) * 10_000) / 100);
}

export const findingCodes = Object.keys(sentences) as FindingCode[];

/** What a check found, in plain words. */
export function findingSentence(finding: Finding): string {
  const sentence = sentences[finding.code] as (data: unknown) => string;
  return sentence(finding.data);
}
