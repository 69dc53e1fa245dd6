import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { compileSetup } from "../quote/compiled-setup";
import { parseSetup } from "../setup/parse-setup";
import type { Setup } from "../setup/setup";
import { counterparts, tableMargins } from "./table-margins";
import { sampleOf, sampleValue } from "./table-sample";

type Chart = Setup["zoneCharts"][number];

const compiled = (change: (setup: Setup) => unknown) => {
  const setup = smallestSetup();
  change(setup);
  return sure(compileSetup(sure(parseSetup(setup))));
};
const charted = (entries: Chart["entries"]) =>
  compiled(({ zoneCharts }) => (zoneCharts[0]!.entries = entries)).tariffs.get("PARCEL-BUY")!;

test.each<[string, Chart["entries"], unknown]>([
  ["a country", [{ zone: "1", country: "SE" }], { country: "SE", postcode: "" }],
  ["a postcode", [{ zone: "1", country: "SE", postcode: "621 45" }], { country: "SE", postcode: "62145" }],
  ["what begins so", [{ zone: "1", country: "SE", postcode: "62*" }], { country: "SE", postcode: "62" }],
  [
    "the first of a range, with its zeros",
    [{ zone: "1", country: "EE", postcode: "00100..00999" }],
    { country: "EE", postcode: "00100" },
  ],
  ["a district", [{ zone: "1", country: "GB", postcode: "AB10..AB39" }], { country: "GB", postcode: "AB10" }],
  [
    "a subdivision",
    [{ zone: "1", country: "SE", subdivision: "SE-I" }],
    { country: "SE", postcode: "", subdivision: "SE-I" },
  ],
  [
    "not what another zone takes from it",
    [
      { zone: "1", country: "SE", postcode: "62*" },
      { zone: "2", country: "SE", postcode: "62" },
      { zone: "1", country: "FI" },
    ],
    { country: "FI", postcode: "" },
  ],
  [
    "of what is left over a country nobody else has",
    [
      { zone: "2", country: "AD" },
      { zone: "1", country: "*" },
    ],
    { country: "AE", postcode: "" },
  ],
  ["nothing, where no entry leads there", [{ zone: "2", country: "SE" }], undefined],
])("a zone is looked at in %s", (_, entries, place) => {
  expect(sampleOf(charted(entries), "1")).toEqual(place);
});

test("a break is looked at by its upper edge, the open one half as far again", () => {
  const { breaks } = compiled(({ tariffs }) => {
    const [edition] = tariffs[0]!.editions;
    edition!.breaks = ["5", "30", null].map((edge) => ({ edge, rate: "flat" }));
    edition!.rows = [{ zone: "1", rates: ["1", "2", "3"] }];
  }).tariffs.get("PARCEL-BUY")!.editions[0]!;
  expect(breaks.map((entry) => sampleValue(entry).toString())).toEqual(["5", "30", "45"]);
});

/** The smallest setup with an offer that sells by a table of its own. */
const sold = (change: (setup: Setup) => unknown = () => 0) =>
  compiled((setup) => {
    const [buy] = setup.tariffs;
    setup.tariffs.push({
      ...structuredClone(buy!),
      code: "PARCEL-SELL",
      side: "sell",
      editions: [
        {
          label: "2026",
          from: "2026-01-01",
          breaks: [
            { edge: "5", rate: "flat" },
            { edge: "30", rate: "flat" },
          ],
          rows: [{ zone: "1", rates: ["5.00", "7.00"] }],
        },
      ],
    });
    setup.offers[0]!.plan = { kind: "tariff", tariff: "PARCEL-SELL" };
    change(setup);
  });

const margins = (setup: ReturnType<typeof compiled>, code: string, side: "buy" | "sell", other: string) =>
  tableMargins(setup, { code, side }, other, "2026-06-01");

test("either table says the same margin, losses with a sign, where both have a rate", () => {
  const setup = sold();
  expect(margins(setup, "PARCEL-SELL", "sell", "PARCEL-BUY")).toEqual({
    taxPercent: "0",
    cells: [
      { zone: "1", break: 0, margin: "0.80", other: "4.20" },
      { zone: "1", break: 1, margin: "-0.90", other: "7.90" },
    ],
  });
  // zone 2 is bought for and not sold
  expect(margins(setup, "PARCEL-BUY", "buy", "PARCEL-SELL").cells).toEqual([
    { zone: "1", break: 0, margin: "0.80", other: "5.00" },
    { zone: "1", break: 1, margin: "-0.90", other: "7.00" },
  ]);
});

test("the tax in rates of a channel with tax in its prices is taken off them first", () => {
  const setup = sold(({ channels }) => (channels[0]!.pricesIncludeTax = true));
  expect(margins(setup, "PARCEL-SELL", "sell", "PARCEL-BUY")).toMatchObject({
    taxPercent: "22",
    // 5.00 / 1.22 = 4.098…
    cells: [{ margin: "-0.10" }, { margin: "-2.16" }],
  });
});

test.each<[string, (setup: Setup) => unknown]>([
  ["another kind of measure", ({ tariffs }) => Object.assign(tariffs[1]!, { measure: "volume", unit: "m3" })],
  ["a currency without a rate", ({ tariffs }) => (tariffs[1]!.currency = "SEK")],
  [
    "bands",
    ({ tariffs }) =>
      Object.assign(tariffs[1]!.editions[0]!, {
        bands: { measure: "quantity", edges: ["5", null] },
        rows: [
          {
            zone: "1",
            rates: [
              ["5.00", "7.00"],
              ["5.00", "7.00"],
            ],
          },
        ],
      }),
  ],
])("a table with %s is compared with none, from neither side", (_, change) => {
  const setup = sold(change);
  expect(margins(setup, "PARCEL-SELL", "sell", "PARCEL-BUY").cells).toEqual([]);
  expect(margins(setup, "PARCEL-BUY", "buy", "PARCEL-SELL").cells).toEqual([]);
});

test("what stands behind a table, and before it, is found by the offers that sell by it", () => {
  const setup = sold((of) => {
    const other = { ...structuredClone(of.tariffs[0]!), code: "ANOTHER-BUY" };
    of.tariffs.push(other, { ...structuredClone(other), code: "UNUSED" });
    of.services.push({ ...structuredClone(of.services[0]!), code: "SLOW", rate: { tariff: "ANOTHER-BUY" } });
    of.services.push({ ...structuredClone(of.services[0]!), code: "FREE", rate: { none: true } });
    of.offers[0]!.services.push("SLOW", "FREE");
    of.offers.push({ ...structuredClone(of.offers[0]!), code: "by-cost", plan: { kind: "costPlus" } });
  });
  const of = (code: string, side: "buy" | "sell") => counterparts(setup, setup.tariffs.get(code)!, side);
  expect(of("PARCEL-SELL", "sell")).toEqual(["ANOTHER-BUY", "PARCEL-BUY"]);
  expect(of("PARCEL-BUY", "buy")).toEqual(["PARCEL-SELL"]);
  expect(of("ANOTHER-BUY", "buy")).toEqual(["PARCEL-SELL"]);
  expect(of("UNUSED", "buy")).toEqual([]);
  // asked from the wrong side there is nothing
  expect(of("PARCEL-BUY", "sell")).toEqual([]);
  expect(of("PARCEL-SELL", "buy")).toEqual([]);
});
