import fc from "fast-check";
import { runs } from "../../../tests/support/runs";
import { Decimal, sum } from "../money/decimal";
import { ExchangeRates } from "../money/exchange";
import type { QuotedOffer, QuotedShipment } from "../quote/quote";
import type { Step } from "../working/step";
import { breakValue, readBreakValue, shipmentResults, type ChargedDelivery } from "./shipment-result";

const shipment = (cost: string, skus: readonly string[] = ["A"]): QuotedShipment => ({
  origin: "TLL",
  service: "VAN",
  zone: "2",
  parcels: 1,
  cost,
  lines: skus.map((sku) => ({ sku, quantity: 1 })),
});
const offer = (shipments: readonly QuotedShipment[], own: Partial<QuotedOffer> = {}): QuotedOffer => ({
  offer: "HOME",
  name: "Home",
  net: "10.00",
  tax: "2.00",
  gross: "12.00",
  free: false,
  cost: sum(shipments.map(({ cost }) => Decimal.of(cost))).toString(),
  margin: "0.00",
  shipments,
  chargeLines: [],
  ...own,
});
const delivery = (own: Partial<ChargedDelivery> = {}): ChargedDelivery => ({
  charged: "10.00",
  currency: "EUR",
  day: "2026-03-01",
  quote: offer([shipment("5.00")]),
  hasCoupon: false,
  isByHand: false,
  ...own,
});
const rate = (text: string, asOf: string) => ({
  from: "SEK",
  to: "EUR",
  rate: Decimal.of(text),
  asOf,
  source: "test",
});
const tools = {
  exchange: new ExchangeRates([rate("0.1", "2026-01-01"), rate("0.2", "2026-06-01")], "EUR"),
  homeCurrency: "EUR",
  goodsClassOf: (sku: string) => ({ A: "SMALL", B: "SMALL", C: "GLASS" })[sku],
};
const results = (own: Partial<ChargedDelivery> = {}) => shipmentResults(delivery(own), tools);

test("a charge is parted over shipments by what they cost, evenly where they cost nothing", () => {
  const parts = (costs: readonly string[]) =>
    results({ quote: offer(costs.map((cost) => shipment(cost))) }).map(({ charged }) => charged);
  expect(parts(["1.00", "3.00"])).toEqual(["2.50", "7.50"]);
  expect(parts(["0.00", "0.00", "0.00"])).toEqual(["3.33", "3.34", "3.33"]);
  expect(parts(["0.00", "4.00"])).toEqual(["0.00", "10.00"]);
});

test("where each shipment has an offer of its own, that one is its offer and says its part", () => {
  const [dear, cheap] = [
    offer([shipment("1.00")], { offer: "DEAR", net: "9.00" }),
    offer([shipment("9.00")], { offer: "CHEAP", net: "1.00" }),
  ];
  const quote = offer([...dear.shipments, ...cheap.shipments], { parts: [dear, cheap] });
  expect(results({ quote })).toMatchObject([
    { offer: "DEAR", charged: "9.00", expected: "1.00" },
    { offer: "CHEAP", charged: "1.00", expected: "9.00" },
  ]);
});

test("money counts by the exchange rate of the order's day; without one there is none", () => {
  expect(results({ currency: "SEK" })).toMatchObject([{ charged: "1.00", expected: "0.50" }]);
  expect(results({ currency: "SEK", day: "2026-06-01" })).toMatchObject([
    { charged: "2.00", expected: "1.00" },
  ]);
  const [without] = results({ currency: "NOK" });
  expect(without).not.toHaveProperty("charged");
  expect(without).not.toHaveProperty("expected");
});

test("zone and break are those of its own buy rate, not of a table it is charged by, nor of another shipment", () => {
  const range = { lower: "2", upper: "5", unit: "kg", boundary: "upTo" as const };
  const working = [
    found("zone", 1, { chart: "BALTIC", zone: "3" }),
    broken("rate", 1, range),
    found("plan", 0, { chart: "SELL", zone: "9" }),
    broken("plan", 0, { unit: "kg", upper: "9", boundary: "from" as const }),
  ];
  expect(results({ quote: offer([shipment("1.00"), shipment("1.00")], { working }) })).toMatchObject([
    { zone: "2", break: "" },
    { zone: "BALTIC/3", break: "2|5|kg|upTo" },
  ]);
});

function found(station: Step["station"], at: number, { chart, zone }: { chart: string; zone: string }): Step {
  const inputs = { chart, zone, zoneName: zone, entry: "EE", postcode: "1", beats: 0 };
  return { code: "zone-found", station, shipment: at, inputs, source: `zoneCharts/${chart}/entries/EE` };
}

function broken(station: Step["station"], at: number, range: Parameters<typeof breakValue>[0]): Step {
  const inputs = { tariff: "T", value: { value: "3", unit: "kg" as const }, break: range };
  return { code: "break-found", station, shipment: at, inputs };
}

test("the cell of a sell table is known by its names where one alone charges it", () => {
  const rate = (source: string, station: Step["station"] = "plan"): Step => ({
    code: "rate-flat",
    station,
    inputs: { cell: { amount: "1.00", currency: "EUR" } },
    source,
  });
  const cellOf = (...working: Step[]) =>
    results({ quote: offer([shipment("1.00")], { working }) })[0]?.sellCell;
  const path = "tariffs/SELL/editions/2026%2F1/zones/ISLES/breaks/2";
  expect(cellOf(rate("tariffs/BUY/editions/1/zones/9/breaks/9", "rate"), rate(path))).toEqual({
    tariff: "SELL",
    zone: "ISLES",
    edge: "2",
    band: "",
  });
  expect(cellOf(rate("tariffs/SELL/editions/1/zones/A/bands/open/breaks/open"))).toEqual({
    tariff: "SELL",
    zone: "A",
    edge: "open",
    band: "open",
  });
  expect(cellOf(rate(path), rate(path))).toBeUndefined();
  expect(cellOf(rate(path, "rate"))).toBeUndefined();
  expect(cellOf(rate("offers/post/plan"))).toBeUndefined();
});

test("goods of one class are of it, of several of none of them", () => {
  const classOf = (skus: readonly string[]) =>
    results({ quote: offer([shipment("1.00", skus)]) })[0]?.goodsClass;
  expect(classOf(["A", "B"])).toBe("SMALL");
  expect(classOf(["A", "C"])).toBe("~several");
  expect(classOf(["A", "unknown"])).toBe("~several");
  expect(classOf(["unknown"])).toBe("");
});

test("what is given away is told by how: free, with a coupon, by hand, waived, without the carrier's answer", () => {
  const free: Step = {
    code: "free-given",
    station: "charge",
    inputs: { before: { value: "4.00", currency: "EUR" } as never, holds: [], homeCurrency: "EUR" },
  };
  const fallback: Step = {
    code: "live-fallback",
    station: "rate",
    shipment: 0,
    inputs: { connection: "c" },
  };
  const given = (own: Partial<ChargedDelivery>) => results(own)[0]?.concessions;
  const working = [free, fallback];
  expect(given({})).toEqual([]);
  expect(given({ quote: offer([shipment("1.00")], { working }), charged: "0.00" })).toEqual([
    "free",
    "fallback",
  ]);
  expect(given({ hasCoupon: true, isByHand: true })).toEqual(["coupon", "by-hand"]);
  // waived by hand: that it would have been free says nothing
  expect(
    given({ quote: offer([shipment("1.00")], { working: [free] }), charged: "0", isByHand: true }),
  ).toEqual(["waived"]);
});

test("a break's text is read back; what is none is refused", () => {
  for (const range of [
    { lower: "2", upper: "5", unit: "kg", boundary: "upTo" as const },
    { upper: "5", unit: "kg", boundary: "from" as const },
    { lower: "0.5", unit: "lb", boundary: "upTo" as const },
  ])
    expect(readBreakValue(breakValue(range))).toEqual(range);
  for (const text of ["", "2|5", "2|5|kg|over", "2|5|kg|upTo|x"])
    expect(readBreakValue(text)).toBeUndefined();
});

test("parts of what is charged add up to it to the cent, none against its sign, whatever they cost", () => {
  const cents = fc.integer({ min: 0, max: 50_000 }).map((n) => (n / 100).toFixed(2));
  fc.assert(
    fc.property(fc.array(cents, { minLength: 1, maxLength: 12 }), cents, (costs, charged) => {
      const parts = results({ charged, quote: offer(costs.map((cost) => shipment(cost))) }).map((one) =>
        Decimal.of(one.charged ?? "?"),
      );
      expect(sum(parts).equals(Decimal.of(charged))).toBe(true);
      expect(parts.every(({ sign }) => sign >= 0)).toBe(true);
    }),
    { numRuns: runs(300) },
  );
});
