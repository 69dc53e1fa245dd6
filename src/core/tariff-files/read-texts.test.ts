import { readEdge, readHeadBreak } from "./edge-text";
import { decimalSignOf, readFigure } from "./figure-text";
import { guessPlan, unitSuspicion } from "./guess-plan";
import { zoneRecords } from "./zones-of-places";
import type { RateRecord } from "./rate-record";

test.each([
  ["4,20", ",", "4.20"],
  ["1.234,50", ",", "1234.50"],
  ["1 234,50 €", ",", "1234.50"],
  ["EUR 1,234.50", ".", "1234.50"],
  ["1’234.50", ".", "1234.50"],
  ["12 kg", ".", "12"],
  ["007", ".", "7"],
  [",5", ",", "0.5"],
  ["1,23,4.5", ".", undefined],
  ["1,5", ".", undefined],
  ["1.2.3", ".", undefined],
  ["free", ".", undefined],
  ["", ".", undefined],
] as const)("%j with %j is %j", (text, sign, figure) => expect(readFigure(text, sign)).toBe(figure));

test("the decimal sign is what most figures speak for, and nothing where none does", () => {
  expect(decimalSignOf(["4,20", "x", "1.000", "12"])).toBe(",");
  expect(decimalSignOf(["1,234.50", "12"])).toBe(".");
  expect(decimalSignOf(["0,500", "1,000"])).toBe(",");
  expect(decimalSignOf(["1,234", "12", "Zone 2"])).toBeUndefined();
});

test.each([
  ["2", { edge: "2" }],
  ["31,5 kg", { edge: "31.5" }],
  ["0-2 kg", { from: "0", to: "2" }],
  ["2,5 – 5", { from: "2.5", to: "5" }],
  ["up to and including 30", { to: "30" }],
  ["≤ 30", { to: "30" }],
  ["over 30", { from: "30", to: null }],
  ["30+", { from: "30", to: null }],
  ["from 100", { from: "100" }],
  ["above", { to: null }],
  ["Zone 2", undefined],
  ["-5", undefined],
] as const)("the edge %j is %j", (text, edge) => expect(readEdge(text, ",")).toEqual(edge));

test("a head says how its cells count", () => {
  expect(readHeadBreak("30 per 1", ".")).toEqual({
    edge: { edge: "30" },
    kind: { rate: "perUnit", per: "1" },
  });
  expect(readHeadBreak("above base per 0.5", ".")).toEqual({
    edge: { to: null },
    kind: { rate: "basePlus", per: "0.5" },
  });
  for (const head of ["name", "zone", "Zone 2", "per 1", ""])
    expect(readHeadBreak(head, ".")).toBeUndefined();
});

test("a list under a title is found by its heads, in any order and wording", () => {
  const plan = guessPlan([
    ["Stonewall parcels, net rates", "", "", "", ""],
    ["", "", "", "", ""],
    ["Service", "Country", "Weight from (g)", "Weight to (g)", "Price EUR"],
    ["Road", "SE", "0", "3000", "4,20"],
  ]);
  expect(plan).toMatchObject({
    shape: "list",
    headLine: 3,
    columns: { tariff: 0, country: 1, from: 2, to: 3, price: 4 },
    decimal: ",",
    unit: "g",
    boundary: "upTo",
  });
});

test("zones down and breaks across, and the other way round", () => {
  const down = guessPlan([
    ["zone", "name", "2", "5", "30 per 1"],
    ["1", "Near", "4.20", "5", "0.4"],
  ]);
  expect(down).toMatchObject({ shape: "zonesDown", columns: { zone: 0 }, rates: [2, 3, 4], decimal: "." });
  const across = guessPlan([
    ["up to kg", "Zone 1", "Zone 2"],
    ["2", "4.20", "5.20"],
    ["5", "5.20", "6.20"],
  ]);
  expect(across).toMatchObject({ shape: "breaksDown", columns: { to: 0 }, rates: [1, 2], unit: "kg" });
});

test("letters in kilograms and pallets in grams are suspected", () => {
  expect(unitSuspicion(["20", "100", "2000"], "kg")).toBe("grams");
  expect(unitSuspicion(["0.5", "2", "30"], "g")).toBe("kilograms");
  expect(unitSuspicion(["1", "2", "99999"], "kg")).toBeUndefined();
  expect(unitSuspicion(["20", "100", "2000"], "g")).toBeUndefined();
});

const chart = {
  zones: [
    { code: "EU1", name: "Near" },
    { code: "NO", name: "North" },
  ],
  entries: [
    { zone: "EU1", country: "SE" },
    { zone: "NO", country: "SE", postcode: "98*" },
    { zone: null, country: "RU" },
  ],
};
const record = (line: number, place: RateRecord["place"]): RateRecord => ({
  line,
  tariff: "",
  place,
  to: "1",
  kind: { rate: "flat" },
  price: "1",
});

test("zones are found by code, name or place; what the chart lacks is a fault or a zone of its own", () => {
  const records = [
    record(1, { zone: "eu1" }),
    record(2, { zone: "North" }),
    record(3, { country: "SE" }),
    record(4, { country: "SE", postcode: "98" }),
    record(5, { country: "SE", postcode: "981 31" }),
    record(6, { country: "RU" }),
    record(7, { country: "FI", postcode: "99" }),
    record(8, { zone: "Rest of the world" }),
  ];
  const strict = zoneRecords(records, chart, false);
  expect(strict.records.map(({ place }) => "zone" in place && place.zone)).toEqual([
    "EU1",
    "NO",
    "EU1",
    "NO",
    "NO",
  ]);
  expect(strict.faults.map(({ line, code }) => [line, code])).toEqual([
    [6, "unknown-zone"],
    [7, "unknown-zone"],
    [8, "unknown-zone"],
  ]);
  const adding = zoneRecords(records.slice(6), chart, true);
  expect(adding.added).toEqual({
    zones: [
      { code: "FI-99", name: "FI 99" },
      { code: "Rest-of-the-world", name: "Rest of the world" },
    ],
    entries: [{ zone: "FI-99", country: "FI", postcode: "99*" }],
  });
});
