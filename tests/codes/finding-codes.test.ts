import { check } from "@/core/checks/check";
import type { FindingCode } from "@/core/checks/finding";
import type { Item } from "@/core/setup/item";
import { parseSetup } from "@/core/setup/parse-setup";
import type { Setup } from "@/core/setup/setup";
import { findingCodes, findingSentence } from "@/messages/finding-sentence";
import { kg } from "../support/quote-with";
import { smallestSetup, sure } from "../support/smallest-setup";

type Change = (s: Setup) => unknown;
const today = "2026-11-24";
const box: Item = {
  sku: "BOX",
  name: "Box",
  weight: kg("2"),
  size: { length: "10", width: "10", height: "10", unit: "cm" },
};
const ladder =
  (when: Setup["offers"][number]["plan"]): Change =>
  (s) =>
    (s.offers[0]!.plan = when);
const light = { measure: "actualWeight", unit: "kg", op: "<=", value: "5" } as const;
const sized: Change = (s) => (s.services[0]!.limits = { maxLength: { value: "100", unit: "cm" } });
const sell: Change = (s) => {
  s.tariffs.push({ ...structuredClone(s.tariffs[0]!), code: "SELL", name: "Sell", side: "sell" });
  s.tariffs[1]!.editions[0]!.rows[1]!.rates[1] = "19";
  s.offers[0]!.plan = { kind: "tariff", tariff: "SELL" };
};

/** For each finding a setup that has it, where it points, and the sentence people read. */
const provoking: Record<FindingCode, [change: Change, source: string, sentence: string, item?: Item]> = {
  "unknown-code": [
    (s) => (s.offers[0]!.services = ["PARCL"]),
    "offers/parcel/services/0",
    "There is no “PARCL”; did you mean “PARCEL”.",
  ],
  "rate-stands-out": [
    (s) => {
      const [edition] = s.tariffs[0]!.editions;
      edition!.breaks = ["2", "5", "10"].map((edge) => ({ edge, rate: "flat" }));
      edition!.rows.forEach(
        (row, i) => (row.rates = i === 0 ? ["4.20", "4.90", "6.90"] : ["9", "1000", "24"]),
      );
    },
    "tariffs/PARCEL-BUY/editions/2026/rows/1/rates/1",
    "Zone 2: 1000.00 EUR stands beside 9.00 EUR: is a decimal sign missing?",
  ],
  "cost-gets-tax": [
    (s) => {
      s.channels[0]!.pricesIncludeTax = true;
      s.offers[0]!.taxPercent = "24";
    },
    "offers/parcel/plan",
    "Prices in Web shop include tax, so what is taken from the cost gets 24 % first.",
  ],
  "rounding-of-one-currency": [
    (s) => {
      s.exchangeRates = [{ from: "EUR", to: "SEK", rate: "11", asOf: "2026-01-01" }];
      s.channels.push({ ...s.channels[0]!, code: "north", name: "North", currency: "SEK" });
      s.offers[0]!.channels = ["web", "north"];
      s.offers[0]!.adjust = { rounding: { ending: "0.90" } };
    },
    "offers/parcel/adjust/rounding",
    "It rounds alike in EUR and SEK, whose units are worth very different amounts: make an offer for each.",
  ],
  "offer-without-charge": [
    ladder({ kind: "ladder", match: "first", rules: [] }),
    "offers/parcel/plan",
    "It has no rule and no amount yet: nobody is offered it. Say what it charges, or switch it off.",
  ],
  "item-weight-suspicious": [
    () => undefined,
    "items/BOX",
    "BOX weighs 99999999999 kg a piece: is the unit right?",
    { ...box, weight: kg("99999999999") },
  ],
  "exception-unknown-item": [
    (s) => s.itemExceptions.push({ item: "BXO", do: "ban" }),
    "itemExceptions/0/item",
    "There is no item “BXO”: the exception never counts.",
  ],
  "zone-conflict": [
    (s) =>
      s.zoneCharts[0]!.entries.push(
        { zone: "2", country: "EE", postcode: "10..19" },
        { zone: "1", country: "EE", postcode: "15..24" },
      ),
    "zoneCharts/ALL/entries/3",
    "EE 15..24 leads to zone 1, but EE 10..19 → 2 stands before it and is as specific.",
  ],
  "entry-unreachable": [
    (s) => s.zoneCharts[0]!.entries.push({ zone: "1", country: "EE" }),
    "zoneCharts/ALL/entries/2",
    "EE is there twice; the second never counts.",
  ],
  "zone-unreachable": [
    (s) => s.zoneCharts[0]!.zones.push({ code: "3", name: "Moon" }),
    "zoneCharts/ALL/zones/3",
    "No destination leads to zone 3.",
  ],
  "countries-in-no-zone": [
    (s) => {
      s.zoneCharts[0]!.entries = [{ zone: "1", country: "EE" }];
      s.offers[0]!.destinations = { only: [{ country: "SE" }, { country: "FI" }] };
    },
    "zoneCharts/ALL/entries",
    "FI and SE are in no zone, and not marked as not served.",
  ],
  "countries-without-offer": [
    (s) => (s.offers[0]!.destinations = { not: [{ country: "EE" }] }),
    "channels/web",
    "EE is without any offer.",
  ],
  "zones-without-row": [
    (s) => s.tariffs[0]!.editions[0]!.rows.pop(),
    "tariffs/PARCEL-BUY/editions/2026",
    "Zone 2 has no row in edition 2026: nothing is rated there.",
  ],
  "empty-cells": [
    (s) => (s.tariffs[0]!.editions[0]!.rows[1]!.rates[1] = null),
    "tariffs/PARCEL-BUY/editions/2026/rows/1/rates/1",
    "Zone 2: 1 of 2 breaks have no rate.",
  ],
  "rate-falls": [
    (s) => (s.tariffs[0]!.editions[0]!.rows[0]!.rates[1] = "4.10"),
    "tariffs/PARCEL-BUY/editions/2026/rows/0/rates/1",
    "Zone 1: 4.20 EUR at 5 kg, but 4.10 EUR just beyond it.",
  ],
  "last-break-below-limit": [
    (s) => (s.services[0]!.limits = { maxParcelWeight: kg("31.5") }),
    "tariffs/PARCEL-BUY/editions/2026/breaks/1",
    "The table ends at 30 kg, PARCEL takes up to 31.5 kg: nothing between is rated.",
  ],
  "edges-look-like-grams": [
    (s) => {
      s.services[0]!.limits = { maxParcelWeight: kg("5") };
      s.tariffs[0]!.editions[0]!.breaks = [
        { edge: "1000", rate: "flat" },
        { edge: "5000", rate: "flat" },
      ];
    },
    "tariffs/PARCEL-BUY/editions/2026/breaks/1",
    "The last edge is 5000 kg, the service takes 5 kg: are the edges in grams?",
  ],
  "edition-gap": [
    (s) => {
      const [first] = s.tariffs[0]!.editions;
      first!.to = "2026-12-30";
      s.tariffs[0]!.editions.push({ ...first!, label: "2027", from: "2027-01-01", to: "2027-12-31" });
    },
    "tariffs/PARCEL-BUY/editions/2027",
    "No edition is in force between 2026-12-30 and 2027-01-01.",
  ],
  "edition-overlap": [
    (s) => {
      const [first] = s.tariffs[0]!.editions;
      first!.to = "2027-01-01";
      s.tariffs[0]!.editions.push({ ...first!, label: "2027", from: "2027-01-01", to: "2027-12-31" });
    },
    "tariffs/PARCEL-BUY/editions/2027",
    "Editions 2026 and 2027 are both in force from 2027-01-01; the later one counts.",
  ],
  "edition-expired": [
    (s) => (s.tariffs[0]!.editions[0]!.to = "2026-11-23"),
    "tariffs/PARCEL-BUY/editions/2026",
    "The last edition, 2026, ended on 2026-11-23.",
  ],
  "edition-ends-soon": [
    (s) => (s.tariffs[0]!.editions[0]!.to = "2026-12-24"),
    "tariffs/PARCEL-BUY/editions/2026",
    "Edition 2026 ends on 2026-12-24, in 30 days, and none follows.",
  ],
  "rule-unreachable": [
    ladder({
      kind: "ladder",
      match: "first",
      rules: [
        { when: [light], then: { free: true } },
        { when: [light, { country: ["EE"] }], then: { costPlus: true } },
      ],
      otherwise: { costPlus: true },
    }),
    "offers/parcel/plan/rules/1",
    "Rule 2 can never match: rule 1 takes all of it.",
  ],
  "rule-contradicts": [
    ladder({
      kind: "ladder",
      match: "sum",
      rules: [{ when: [light, { not: light }], then: { free: true } }],
      otherwise: { costPlus: true },
    }),
    "offers/parcel/plan/rules/0",
    "Rule 1 can never match: its conditions exclude each other.",
  ],
  "ladder-gap": [
    ladder({ kind: "ladder", match: "first", rules: [{ when: [light], then: { costPlus: true } }] }),
    "offers/parcel/plan/otherwise",
    "Some orders meet no rule, and there is no “otherwise”: the offer is withheld from them.",
  ],
  "free-never": [
    (s) => (s.offers[0]!.free = { anyOf: [] }),
    "offers/parcel/free",
    "Free delivery is never reached: its conditions exclude each other.",
  ],
  "free-always": [
    (s) => (s.offers[0]!.free = { allOf: [] }),
    "offers/parcel/free",
    "Free delivery is always reached: every order meets it.",
  ],
  "offer-without-service": [
    (s) => (s.services[0]!.active = false),
    "offers/parcel/services",
    "No service behind this offer is switched on and leaves from an origin that is.",
  ],
  "exchange-rate-missing": [
    (s) => (s.tariffs[0]!.currency = "SEK"),
    "exchangeRates",
    "There is no exchange rate from SEK to EUR, which services/PARCEL needs.",
  ],
  "limit-suspicious": [
    (s) => (s.services[0]!.limits = { maxParcelWeight: kg("5000") }),
    "services/PARCEL/limits/maxParcelWeight",
    "A limit of 5000 kg looks odd: was it meant in g?",
  ],
  "percent-suspicious": [
    (s) => (s.offers[0]!.adjust = { marginPercent: "0.05" }),
    "offers/parcel/adjust/marginPercent",
    "0.05 % is less than one in a hundred: was 5 % meant?",
  ],
  "mode-missing": [
    (s) => (s.goodsClasses = [{ code: "live", name: "Live bees", notBy: ["air"] }]),
    "services/PARCEL/mode",
    "It does not say how goods are carried, and Live bees may not go every way: it takes them. Set “Carried by”.",
  ],
  "service-unused": [
    (s) => s.services.push({ ...s.services[0]!, code: "SPARE", name: "Spare" }),
    "services/SPARE",
    "No offer uses this service: it carries nothing.",
  ],
  "sell-below-buy": [
    sell,
    "tariffs/SELL/editions/2026/rows/1/rates/1",
    "Zone 2 at 30 kg: we ask 19.00 EUR without tax and pay PARCEL 21.00 EUR.",
  ],
  "typical-order-loses": [
    (s) => {
      s.offers[0]!.plan = { kind: "flat", amount: "1.00", per: "order" };
      s.origins[0]!.address.postcode = "10111";
    },
    "offers/parcel/plan",
    "A typical order loses money: 1 × BOX to EE 10111 in Web shop is charged 1.10 EUR without tax and costs 4.20 EUR.",
  ],
  "duplicate-name": [
    (s) => s.zoneCharts.push({ ...s.zoneCharts[0]!, code: "MORE", name: "everywhere" }),
    "zoneCharts/MORE/name",
    "ALL and MORE are all called “everywhere”.",
  ],
  "item-without-weight": [() => undefined, "items/BOX", "BOX has no weight.", { sku: "BOX", name: "Box" }],
  "item-without-size": [sized, "items/BOX", "BOX has no size.", { sku: "BOX", name: "Box", weight: kg("2") }],
  "item-too-heavy": [
    (s) => (s.services[0]!.limits = { maxParcelWeight: kg("30") }),
    "items/BOX",
    "BOX weighs 31 kg; no service takes more than 30 kg.",
    { ...box, weight: kg("31") },
  ],
  "item-unknown-class": [
    () => undefined,
    "items/BOX/goodsClass",
    "BOX is of the goods class “live”, which is not there.",
    { ...box, goodsClass: "live" },
  ],
};

test.each(findingCodes)("%s", (code) => {
  const [change, source, sentence, item = box] = provoking[code];
  const setup = smallestSetup();
  change(setup);
  const findings = check(sure(parseSetup(setup)), [item], today).filter((one) => one.code === code);
  expect(findings.map((one) => [one.source, findingSentence(one)])).toEqual([[source, sentence]]);
});

test("a setup in order has no finding, and not even a note", () => {
  expect(check(smallestSetup(), [box], today)).toEqual([]);
});
