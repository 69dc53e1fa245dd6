import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { now, quoteWith } from "../../../tests/support/quote-with";
import { priceSamples } from "./service-samples";

const kilo = (value: string) => ({ value, unit: "kg" as const });

test("a sample costs what an order of the same parcel costs", () => {
  const setup = smallestSetup();
  const [service] = setup.services;
  const [prices] = sure(
    priceSamples(setup, [service!.code], [{ weight: kilo("2"), shipTo: { country: "EE" } }], now),
  );
  expect(prices![0]).toMatchObject({ cost: quoteWith().offers[0]!.cost, zone: "1" });
});

test("a service that does not carry a sample says why", () => {
  const setup = smallestSetup();
  setup.zoneCharts[0]!.entries.push({ zone: null, country: "NO" });
  setup.services[0]!.limits = { maxParcelWeight: kilo("3") };
  const places = [{ country: "EE" }, { country: "NO" }];
  const samples = places.map((shipTo) => ({ weight: kilo("3"), shipTo }));
  const [prices] = sure(
    priceSamples(
      setup,
      [setup.services[0]!.code],
      [...samples, { weight: kilo("4"), shipTo: places[0]! }],
      now,
    ),
  );
  expect(prices!.map((price) => ("rejection" in price ? price.rejection.reason : "carried"))).toEqual([
    "carried",
    "zone-not-served",
    "limit-weight",
  ]);
});

test("a sample's size counts where a service counts volume", () => {
  const setup = smallestSetup();
  setup.services[0]!.volumetric = { divisor: "5000" };
  setup.services[0]!.limits = { maxLength: { value: "40", unit: "cm" } };
  const cube = (side: string) => ({ length: side, width: side, height: side, unit: "cm" as const });
  const sample = { weight: kilo("1"), shipTo: { country: "EE" } };
  const [prices] = sure(
    priceSamples(
      setup,
      [setup.services[0]!.code],
      [sample, { ...sample, size: cube("20") }, { ...sample, size: cube("41") }],
      now,
    ),
  );
  expect(prices!.map((price) => ("rejection" in price ? price.rejection.reason : "carried"))).toEqual([
    "size-missing",
    "carried",
    "limit-size",
  ]);
});
