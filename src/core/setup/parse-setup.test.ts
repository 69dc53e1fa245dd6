import { smallestSetup } from "../../../tests/support/smallest-setup";
import { compileSetup } from "../quote/compiled-setup";
import { quoteRequestSchema } from "../quote/request";
import { parseSetup, readRequest } from "./parse-setup";
import { nearest } from "./nearest";
import { joinPath, valueAt } from "./path";

type Json = Record<string, never>;

/** What is wrong after one place was changed: "code path". */
function wrong(change: (setup: never) => void): string[] {
  const setup = JSON.parse(JSON.stringify(smallestSetup())) as Json;
  change(setup as never);
  const parsed = parseSetup(JSON.parse(JSON.stringify(setup)));
  return parsed.ok
    ? []
    : parsed.problems.map(
        (problem) => `${problem.code} ${problem.path}${problem.hint ? ` (${problem.hint})` : ""}`,
      );
}

interface Loose {
  [key: string]: Loose & Loose[];
}
const at = (change: (setup: Loose) => void) => wrong(change as (setup: never) => void);
const set = (object: unknown, key: string | number, value: unknown) => {
  (object as Record<string | number, unknown>)[key] = value;
};

test.each<[string, (s: Loose) => void, string[]]>([
  [
    "a typo",
    (s) => set(s.offers![0], "plann", { kind: "costPlus" }),
    ["unknown-field offers/parcel/plann (plan)"],
  ],
  ["a missing field", (s) => set(s.services![0], "name", undefined), ["missing-field services/PARCEL/name"]],
  [
    "a comma",
    (s) => set(s.tariffs![0]!.editions![0]!.rows![0]!.rates, 1, "7,90"),
    ["not-a-decimal tariffs/PARCEL-BUY/editions/2026/rows/0/rates/1"],
  ],
  [
    "an exponent",
    (s) => set(s.business, "deliveryTaxPercent", "1e3"),
    ["not-a-decimal business/deliveryTaxPercent"],
  ],
  [
    "400 digits",
    (s) => set(s.business, "deliveryTaxPercent", "9".repeat(400)),
    ["too-many-digits business/deliveryTaxPercent"],
  ],
  [
    "below zero",
    (s) => set(s.tariffs![0]!.editions![0]!.rows![0]!.rates, 0, -1),
    ["negative tariffs/PARCEL-BUY/editions/2026/rows/0/rates/0"],
  ],
  [
    "edges out of order",
    (s) => set(s.tariffs![0]!.editions![0]!.breaks![0], "edge", "40"),
    ["edges-not-ascending tariffs/PARCEL-BUY/editions/2026/breaks/1"],
  ],
  [
    "an open edge in the middle",
    (s) => set(s.tariffs![0]!.editions![0]!.breaks![0], "edge", null),
    ["open-edge-not-last tariffs/PARCEL-BUY/editions/2026/breaks/0"],
  ],
  [
    "a cell too few",
    (s) => set(s.tariffs![0]!.editions![0]!.rows![0], "rates", ["4.20"]),
    ["rates-do-not-match-breaks tariffs/PARCEL-BUY/editions/2026/rows/0/rates"],
  ],
  [
    "the unit left out",
    (s) => set(s.tariffs![0], "unit", undefined),
    ["unit-missing tariffs/PARCEL-BUY/unit"],
  ],
  [
    "ends that don't fit",
    (s) => set(s.zoneCharts![0]!.entries![0], "postcode", "62..644"),
    ["bad-postcode-pattern zoneCharts/ALL/entries/0/postcode"],
  ],
  [
    "a subdivision elsewhere",
    (s) => set(s.zoneCharts![0]!.entries![0], "subdivision", "SE-I"),
    ["subdivision-elsewhere zoneCharts/ALL/entries/0/subdivision"],
  ],
  [
    "a currency that isn't one",
    (s) => set(s.channels![0], "currency", "EUX"),
    ["unknown-currency channels/web/currency"],
  ],
  ["a country that isn't one", (s) => set(s.business, "country", "UK"), ["unknown-country business/country"]],
  [
    "a day that isn't one",
    (s) => set(s.tariffs![0]!.editions![0], "from", "2026-02-30"),
    ["bad-date tariffs/PARCEL-BUY/editions/2026/from"],
  ],
  [
    "a time zone that isn't one",
    (s) => set(s.business, "timeZone", "Europe/Tartu"),
    ["unknown-time-zone business/timeZone"],
  ],
  ["a long name", (s) => set(s.carriers![0], "name", "x".repeat(10_000)), ["bad-name carriers/POST/name"]],
  [
    "two of a code",
    (s) => (s.zoneCharts![0]!.zones as unknown as unknown[]).push({ code: "1", name: "again" }),
    ["duplicate-code zoneCharts/ALL/zones/1/code"],
  ],
  [
    "an amount of no shape",
    (s) => set(s.offers![0]!.adjust, "additions", [{ name: "Box", amount: { fixt: "2" } }]),
    [
      "missing-field offers/parcel/adjust/additions/0/amount/fixed",
      "unknown-field offers/parcel/adjust/additions/0/amount/fixt",
    ],
  ],
])("%s is told with its path", (_, change, expected) => {
  expect(at(change).map((line) => line.replace(/ \(fixed\)$/, ""))).toEqual(expected);
});

test("decimals come as numbers or texts and are kept as text; digits after the point stay", () => {
  const setup = JSON.parse(JSON.stringify(smallestSetup())) as Loose;
  set(setup.tariffs![0]!.editions![0]!.rows![0], "rates", [0.0000001, "007.50"]);
  const parsed = parseSetup(setup);
  expect(parsed.ok && parsed.value.tariffs[0]!.editions[0]!.rows[0]!.rates).toEqual(["0.0000001", "7.50"]);
});

test("a code that is not there names the nearest one that is", () => {
  const setup = smallestSetup();
  setup.offers[0]!.services = ["PARCL"];
  const compiled = compileSetup(setup);
  expect(compiled.ok ? [] : compiled.problems).toEqual([
    {
      code: "unknown-code",
      path: "offers/parcel/services/0",
      data: { list: "services", code: "PARCL" },
      hint: "PARCEL",
    },
  ]);
});

test("paths name members by code and escape what a label may hold", () => {
  const setup = smallestSetup();
  setup.tariffs[0]!.editions[0]!.label = "2026/27 new";
  expect(
    valueAt(setup, joinPath("tariffs", "PARCEL-BUY", "editions", "2026/27 new", "rows", 1, "rates", 0)),
  ).toBe("12.50");
  expect(valueAt(setup, "zoneCharts/ALL/zones/2/name")).toBe("Abroad");
  expect(valueAt(setup, "zoneCharts/NONE/zones")).toBeUndefined();
});

test("a misspelling that stands many times gets its hint each time", () => {
  const line = { sku: "A", quantiti: 1 };
  const read = readRequest(quoteRequestSchema, { lines: Array.from({ length: 40 }, () => line) });
  const hints = read.ok ? [] : read.problems.filter(({ code }) => code === "unknown-field");
  expect(hints.length).toBeGreaterThan(20);
  expect(new Set(hints.map(({ hint }) => hint))).toEqual(new Set(["quantity"]));
});

test("a hint is near, or there is none", () => {
  expect(nearest("carier", ["carrier", "country"])).toBe("carrier");
  expect(nearest("zzzz", ["carrier"])).toBeUndefined();
});

test("conditions nested without end are refused, in bounded time", () => {
  let nested: unknown = { poBox: true };
  for (let i = 0; i < 100_000; i++) nested = { not: nested };
  const setup = { ...smallestSetup(), offers: [{ ...smallestSetup().offers[0], free: { anyOf: [nested] } }] };
  const parsed = parseSetup(setup);
  expect(parsed.ok ? [] : parsed.problems.map(({ code }) => code)).toEqual(["too-deep"]);
});
