import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { compileSetup } from "../quote/compiled-setup";
import type { Setup } from "../setup/setup";
import type { Tariff } from "../setup/tariff";
import { counterparts, tableMargins } from "./table-margins";

const buy = smallestSetup().tariffs[0]!;
const sell: Tariff = {
  ...buy,
  code: "SHOP",
  side: "sell",
  editions: [
    {
      label: "2026",
      from: "2026-01-01",
      breaks: [
        { edge: "5", rate: "flat" },
        { edge: "30", rate: "flat" },
      ],
      rows: [
        { zone: "1", rates: ["6.10", "12.20"] },
        { zone: "2", rates: ["12.20", null] },
      ],
    },
  ],
};

/** The smallest setup with a sell table its offer reads. */
function withSell(change: (setup: Setup) => void = () => undefined) {
  const setup = smallestSetup();
  setup.tariffs.push(structuredClone(sell));
  setup.offers[0]!.plan = { kind: "tariff", tariff: "SHOP" };
  change(setup);
  return sure(compileSetup(setup));
}

const day = "2026-06-01";
const look = (change?: (setup: Setup) => void, date = day) =>
  tableMargins(withSell(change), { code: "SHOP", side: "sell" }, buy.code, date);

test("each cell both tables fill has what is left of the sell rate after the buy rate", () => {
  const bought = new Map(
    buy.editions[0]!.rows.flatMap(({ zone, rates }) =>
      rates.map((rate, i) => [`${zone} ${i}`, rate] as const),
    ),
  );
  const { cells, taxPercent } = look();
  expect(taxPercent).toBe("0");
  // the sell table leaves the heavy parcels abroad empty
  expect(cells.map(({ zone, break: at }) => `${zone} ${at}`)).toEqual(["1 0", "1 1", "2 0"]);
  for (const { zone, break: at, margin, other } of cells) {
    const paid = bought.get(`${zone} ${at}`);
    const asked = new Map([
      ["1 0", 6.1],
      ["1 1", 12.2],
      ["2 0", 12.2],
    ]).get(`${zone} ${at}`)!;
    expect(other).toBe(paid);
    expect(Number(margin)).toBeCloseTo(asked - Number(paid));
  }
});

test("the tax is taken off where the first offer that reads the table in such a channel has it", () => {
  const taxed = look((setup) => (setup.channels[0]!.pricesIncludeTax = true));
  expect(taxed.taxPercent).toBe("22");
  // 6.10 with 22 % is 5.00 without
  expect(taxed.cells[0]).toMatchObject({ margin: (5 - Number(taxed.cells[0]!.other)).toFixed(2) });
  const byOther = look((setup) => {
    setup.channels[0]!.pricesIncludeTax = true;
    setup.offers[0]!.plan = { kind: "costPlus" };
  });
  expect(byOther.taxPercent).toBe("0");
  const byRule = look((setup) => {
    setup.channels.push({ ...setup.channels[0]!, code: "shop", pricesIncludeTax: true });
    setup.offers.push({ ...setup.offers[0]!, code: "second", channels: ["shop"] });
    setup.offers[0]!.channels = ["web"];
  });
  expect(byRule.taxPercent).toBe("22");
});

test("tables that can't be laid side by side give no cells", () => {
  expect(look((setup) => (setup.tariffs[0]!.measure = "quantity")).cells).toEqual([]);
  expect(look((setup) => (setup.tariffs[1]!.currency = "SEK")).cells).toEqual([]);
  expect(look(undefined, "2025-12-31").cells).toEqual([]);
  const laterBuy = look((setup) => (setup.tariffs[0]!.editions[0]!.from = "2027-01-01"));
  expect(laterBuy.cells).toEqual([]);
});

test("a table in another currency is converted to the one that is looked at", () => {
  const { cells } = look((setup) => {
    setup.tariffs[0]!.currency = "SEK";
    setup.exchangeRates.push({ from: "SEK", to: "EUR", rate: "0.1", asOf: "2026-01-01" });
  });
  const paid = buy.editions[0]!.rows[0]!.rates[0] as string;
  expect(cells[0]).toMatchObject({ other: (Number(paid) / 10).toFixed(2) });
});

test("the other side of a table is what offers sell by it, or buy it by, in the order of the codes", () => {
  const compiled = withSell((setup) => {
    const [service] = setup.services;
    setup.tariffs.push({ ...structuredClone(buy), code: "A-BUY" });
    setup.services.push({ ...service!, code: "OTHER", rate: { tariff: "A-BUY" } });
    setup.offers[0]!.services = ["PARCEL", "OTHER"];
    setup.offers.push({ ...setup.offers[0]!, code: "rules", plan: { kind: "costPlus" } });
  });
  const of = (code: string, side: "buy" | "sell") =>
    counterparts(compiled, compiled.tariffs.get(code)!, side);
  expect(of("SHOP", "sell")).toEqual(["A-BUY", buy.code]);
  expect(of("A-BUY", "buy")).toEqual(["SHOP"]);
  expect(of("A-BUY", "sell")).toEqual([]);
  expect(of("SHOP", "buy")).toEqual([]);
});
