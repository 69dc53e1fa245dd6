import { changeWords, memberTitle, wholeWords } from "./change-words";

const cell = {
  kind: "cell",
  edition: "2027",
  zone: "4",
  range: { lower: "5", upper: "10", unit: "kg", boundary: "upTo" },
  currency: "EUR",
  from: "12.00",
  to: "12.50",
} as const;
const cells = {
  kind: "cells",
  edition: "2027",
  cells: [],
  raised: 0,
  lowered: 0,
  added: 0,
  gone: 0,
} as const;

test.each([
  [cell, "edition 2027, zone 4, over 5 and up to and including 10 kg: 12.00 EUR → 12.50 EUR"],
  [
    { ...cell, band: "", from: undefined },
    "edition 2027, zone 4, last band, over 5 and up to and including 10 kg: no rate → 12.50 EUR",
  ],
  [
    { ...cells, raised: 118, least: "3.90", most: "4.40" },
    "edition 2027: 118 rates raised by +3.90 % to +4.40 %",
  ],
  [
    { ...cells, raised: 1, lowered: 2, added: 3, gone: 1, least: "-2.00", most: "1.00" },
    "edition 2027: 3 rates changed, 1 up and 2 down by −2.00 % to +1.00 %, 3 rates new and 1 rate removed",
  ],
  [{ ...cells, lowered: 5, least: "-2.00", most: "-2.00" }, "edition 2027: 5 rates lowered by −2.00 %"],
  [
    { kind: "edition", label: "2027", from: "2027-01-01", is: "added" },
    "new edition 2027, in force from 2027-01-01",
  ],
  [
    { kind: "axis", edition: "2027", of: "breaks", added: ["7", "open"], gone: ["5"] },
    "edition 2027: breaks 7 and “and above” added and break 5 removed",
  ],
  [{ kind: "entries", added: 1, gone: 2, moved: 0, entries: [] }, "1 entry added and 2 entries removed"],
  [{ kind: "entries", added: 0, gone: 0, moved: 0, entries: [] }, "entries in another order"],
  [
    {
      kind: "field",
      change: { path: "services/PNP-HOME/limits/maxParcelWeight", to: { value: "30", unit: "kg" } },
    },
    "limits, max parcel weight → 30 kg",
  ],
  [
    {
      kind: "field",
      change: {
        path: "offers/home/plan/rules/3",
        to: {
          name: "Light",
          when: [{ country: ["EE"] }],
          then: { terms: [{ constant: "3.60" }] },
        },
      },
    },
    "rule 4 → “Light”, to EE: 3.60 EUR",
  ],
  [
    {
      kind: "field",
      change: { path: "offers/home/plan/rules/1/then/terms/0/constant", from: "4.20", to: "4.60" },
    },
    "rule 2, term 1, constant: 4.20 → 4.60",
  ],
  [
    {
      kind: "field",
      change: { path: "offers/home/adjust/additions/0/amount/percent", from: "6", to: "7.5" },
    },
    "addition 1, percent: 6 → 7.5",
  ],
  [
    {
      kind: "field",
      change: { path: "offers/home/free/anyOf/0", to: { measure: "goodsValue", op: ">=", value: "75" } },
    },
    "free, condition 1 → goods at or above 75 EUR without tax",
  ],
  [{ kind: "field", change: { path: "services/PNP/active", from: true, to: false } }, "active: yes → no"],
  [{ kind: "field", change: { path: "offers/home/text", from: "Two days" } }, "text: Two days → not set"],
  [
    { kind: "field", change: { path: "business/deliveryTaxPercent", from: "22", to: "24" } },
    "delivery tax percent: 22 → 24",
  ],
  [
    {
      kind: "field",
      change: {
        path: "business/deliveryTaxes",
        to: [
          { from: "2026-09-01", percent: "25.5", destinations: [{ country: "FI" }, { country: "AX" }] },
          { from: "2026-01-01", to: "2026-12-31", channels: ["dealer"], reverseChargeWithTaxId: true },
        ],
      },
    },
    "delivery taxes → 25.5 % to FI and AX from 2026-09-01; reverse charge for customers with a tax id by dealer from 2026-01-01 up to and including 2026-12-31",
  ],
  [
    {
      kind: "field",
      change: {
        path: "services/OWN-VAN/destinations/only",
        from: [{ country: "EE", postcode: "50..51" }],
        to: [{ country: "EE", subdivision: "EE-79" }, { country: "*" }],
      },
    },
    "destinations, only: EE 50..51 → EE-79 and anywhere",
  ],
])("%j reads: %s", (line, text) => {
  const { what, from, to } = changeWords(line as never, "EUR");
  const said = to === undefined ? what : `${what}${from === undefined ? "" : `: ${from}`} → ${to}`;
  expect(said).toBe(text);
});

test("members are named with code and name, parts without members by themselves", () => {
  const of = { is: "added", lines: [] } as const;
  expect(memberTitle({ ...of, list: "tariffs", code: "PNP", name: "Pinepost parcels" })).toBe(
    "tariff PNP, Pinepost parcels",
  );
  expect(memberTitle({ ...of, list: "exchangeRates", code: "", name: "" })).toBe("exchange rates");
  expect(memberTitle({ ...of, list: "business", code: "", name: "" })).toBe("business");
  expect([wholeWords("added"), wholeWords("gone"), wholeWords("changed")]).toEqual(["new", "deleted", ""]);
});
