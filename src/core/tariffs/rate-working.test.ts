import { netOrReason, quoteWith, type Case } from "../../../tests/support/quote-with";
import type { Setup } from "../setup/setup";

type Edition = Setup["tariffs"][number]["editions"][number];

/** The smallest setup, its table changed: 4.20 up to 5 kg, 7.90 up to 30 kg, and one box of 2 kg. */
const table = (more: Partial<Edition>, of: object = {}): Case => ({
  setup: ({ tariffs }) => {
    Object.assign(tariffs[0]!, of);
    Object.assign(tariffs[0]!.editions[0]!, more);
  },
});

const ofSmallest = "tariffs/PARCEL-BUY/editions/2026";
const kg = (value: string) => ({ value, unit: "kg" });
const eur = (amount: string) => ({ amount, currency: "EUR" });

/** A step of the only offer's working: what it says, what it came to and the value it comes from. */
function step(code: string, of: Case) {
  const found = quoteWith(of).offers[0]!.working!.find((one) => one.code === code);
  return found && [found.inputs, found.result, found.source];
}

function refusal(of: Case) {
  const { reason, inputs, source } = quoteWith(of).withheld[0]!.because[0]!.rejection;
  return [reason, inputs, source];
}

test("the edition says from when to when it counts, and no end where it has none", () => {
  expect(step("edition-chosen", table({}))).toEqual([
    { tariff: "Parcel", label: "2026", date: "2026-11-25", from: "2026-01-01" },
    "2026",
    ofSmallest,
  ]);
  expect(step("edition-chosen", table({ to: "2026-12-31" }))?.[0]).toMatchObject({ to: "2026-12-31" });
});

test("a row's least and most are said with where they stand, and only where they decide", () => {
  const row = (more: object) => table({ rows: [{ zone: "1", rates: ["4.20", "7.90"], ...more }] });
  expect(step("row-minimum", row({ minimum: "5.00" }))).toEqual([
    { minimum: eur("5.00") },
    "5.00",
    `${ofSmallest}/zones/1/minimum`,
  ]);
  expect(step("row-maximum", row({ maximum: "4.00" }))).toEqual([
    { maximum: eur("4.00") },
    "4.00",
    `${ofSmallest}/zones/1/maximum`,
  ]);
  const equal = row({ minimum: "4.20", maximum: "4.20" });
  expect(step("row-minimum", equal)).toBeUndefined();
  expect(step("row-maximum", equal)).toBeUndefined();
});

test.each([
  ["4.00", "next", "4.00"],
  ["4.20", "own", "4.20"],
  ["4.21", "own", "4.20"],
])("beside a next break of %s the %s one is taken", (next, taken, lower) => {
  const of = table({ lowerNextBreak: true, rows: [{ zone: "1", rates: ["4.20", next] }] });
  expect(step("rate-lower-next", of)).toEqual([
    { own: eur("4.20"), next: eur(next), edge: kg("5"), taken },
    lower,
    `${ofSmallest}/zones/1/breaks/30`,
  ]);
});

const banded = (edges: (string | null)[], more: object = {}) =>
  table({
    bands: { measure: "quantity", edges, ...more },
    rows: [
      {
        zone: "1",
        rates: edges.map((_, i) => [`${i + 1}.00`, "9.00"]),
      },
    ],
  });
const pieces = (quantity: number) => ({ request: { lines: [{ sku: "BOX", quantity }] } });

test("a band is found by the second measure, its edge in it, and the cell is named through it", () => {
  const of = { ...banded(["1", "2", "9"]), ...pieces(2) };
  expect(step("band-found", of)?.[2]).toBe(`${ofSmallest}/bands/2`);
  expect(step("rate-flat", of)).toEqual([
    { cell: eur("2.00") },
    "2.00",
    `${ofSmallest}/zones/1/bands/2/breaks/5`,
  ]);
});

test("beyond the last band there is no rate, and it is said which was the last", () => {
  expect(refusal({ ...banded(["1", "2"]), ...pieces(3) })).toEqual([
    "above-last-break",
    {
      tariff: "Parcel",
      value: { value: "3", unit: "pieces" },
      last: { value: "2", unit: "pieces" },
    },
    `${ofSmallest}/bands/2`,
  ]);
});

test("beyond the last break there is none, and before the first where breaks begin at their edges", () => {
  expect(refusal(pieces(16))).toEqual([
    "above-last-break",
    { tariff: "Parcel", value: kg("32"), last: kg("30") },
    `${ofSmallest}/breaks/30`,
  ]);
  const from = table({}, { boundary: "from" });
  expect(refusal(from)).toEqual([
    "below-first-break",
    { tariff: "Parcel", value: kg("2"), first: kg("5") },
    `${ofSmallest}/breaks/5`,
  ]);
});

test("an empty cell, and a zone without a row, are told apart by where they stand", () => {
  expect(refusal(table({ rows: [{ zone: "1", rates: [null, "7.90"] }] }))).toEqual([
    "no-rate",
    { tariff: "Parcel", zone: "1", break: expect.anything() },
    `${ofSmallest}/zones/1/breaks/5`,
  ]);
  expect(refusal(table({ rows: [{ zone: "2", rates: ["4.20", "7.90"] }] }))).toEqual([
    "no-rate",
    { tariff: "Parcel", zone: "1" },
    `${ofSmallest}/zones`,
  ]);
});

test("bands without a unit take the table's where they measure the same, and money is in the tariff's currency", () => {
  const heavy = table(
    {
      bands: { measure: "chargeableWeight", edges: ["1", "3"] },
      rows: [
        {
          zone: "1",
          rates: [
            ["1.00", "9.00"],
            ["2.00", "9.00"],
          ],
        },
      ],
    },
    { unit: "lb" },
  );
  // 2 kg are 4.41 lb: beyond both
  expect(netOrReason(heavy)).toBe("above-last-break");
  const dear = table({
    bands: { measure: "goodsValue", edges: ["9.99", "10.00"] },
    rows: [
      {
        zone: "1",
        rates: [
          ["1.00", "9.00"],
          ["2.00", "9.00"],
        ],
      },
    ],
  });
  expect(netOrReason(dear)).toBe("2.20");
});
