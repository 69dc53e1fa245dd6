import fc from "fast-check";
import demoItems from "../../../demo/nettle-and-comb.items.json";
import demoSetup from "../../../demo/nettle-and-comb.setup.json";
import { addsUp, box, kg, quoteWith, withoutWorking } from "../../../tests/support/quote-with";
import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { compileItem } from "../parcels/compiled-item";
import { items as itemsSchema } from "../setup/item";
import { parseSetup, parseWith } from "../setup/parse-setup";
import type { Setup } from "../setup/setup";
import { compileSetup } from "./compiled-setup";
import { quote } from "./quote-order";
import type { QuoteRequest } from "./request";
import { runs } from "../../../tests/support/runs";

const setup = sure(parseSetup(demoSetup));
const items = sure(parseWith(itemsSchema, demoItems));

function rater(of: Setup) {
  const compiled = sure(compileSetup(of));
  const catalogue = new Map(items.map((item) => [item.sku, compileItem(item, compiled.defaultWeights)]));
  return (request: QuoteRequest) =>
    sure(quote(compiled, request, { items: (sku) => catalogue.get(sku), now: "2026-11-24T08:00:00Z" }));
}
const rate = rater(setup);

const places: [string, string][] = [
  ["EE", "50115"],
  ["EE", "93812"],
  ["LV", "1010"],
  ["FI", "99800"],
  ["AX", "22100"],
  ["SE", "62145"],
  ["PL", "80-001"],
  ["NO", "9170"],
  ["DE", "18055"],
  ["FR", "29200"],
  ["JP", ""],
];
const requests: fc.Arbitrary<QuoteRequest> = fc
  .record({
    channel: fc.constantFrom("web", "market", "dealers", "phone"),
    to: fc.constantFrom(...places),
    group: fc.constantFrom(undefined, "dealer", "station"),
    coupon: fc.constantFrom(undefined, "HONEY"),
    cash: fc.boolean(),
    day: fc.integer({ min: 0, max: 400 }),
    lines: fc.array(
      fc.record({
        sku: fc.constantFrom(...items.map(({ sku }) => sku)),
        quantity: fc.integer({ min: 1, max: 14 }),
      }),
      { minLength: 1, maxLength: 4 },
    ),
  })
  .map(({ channel, to: [country, postcode], group, coupon, cash, day, lines }) => ({
    channel,
    placedAt: new Date(Date.parse("2026-02-01T09:00:00Z") + day * 86_400_000).toISOString(),
    shipTo: { country, postcode },
    ...(group ? { customer: { group } } : {}),
    ...(coupon ? { coupon } : {}),
    ...(cash ? { cashOnDelivery: true } : {}),
    lines,
  }));
const seeded = (often: number, seed: number) => ({ numRuns: runs(often), seed });

test("on the demo: parts add up, and with and without the working the figures are the same", () => {
  let given = 0;
  fc.assert(
    fc.property(requests, (request) => {
      const plain = rate(request);
      plain.offers.forEach(addsUp);
      given += plain.offers.length;
      expect(withoutWorking(rate({ ...request, working: true }))).toEqual(plain);
      // every offer of the channel is either given or withheld, once
      const named = [...plain.offers, ...plain.withheld].map(({ offer }) => offer).sort();
      const own = setup.offers
        .filter((offer) => offer.channels.includes(request.channel))
        .map(({ code }) => code);
      expect(named).toEqual(plain.reason ? [] : own.sort());
    }),
    seeded(250, 3),
  );
  expect(given).toBeGreaterThan(runs(120));
});

test("the order of lists that should not matter does not: origins, carriers, charts, tariffs, services, editions", () => {
  const turned = structuredClone(setup);
  for (const list of [
    "origins",
    "carriers",
    "zoneCharts",
    "tariffs",
    "services",
    "goodsClasses",
    "chargeTypes",
    "exchangeRates",
  ] as const)
    turned[list].reverse();
  for (const tariff of turned.tariffs) tariff.editions.reverse();
  const other = rater(turned);
  fc.assert(
    fc.property(requests, (request) => {
      const figures = (quoted: ReturnType<typeof rate>) => ({
        offers: quoted.offers,
        withheld: quoted.withheld.map(({ offer, reason }) => [offer, reason]),
      });
      expect(figures(other(request))).toEqual(figures(rate(request)));
    }),
    seeded(150, 4),
  );
});

test("units of weight and length change no money", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 29_999 }), fc.integer({ min: 1, max: 900 }), (grams, side) => {
      const figures = (weight: { value: string; unit: "g" | "kg" }, size: [string, "mm" | "cm"]) =>
        quoteWith({
          setup: (s) => (s.services[0]!.volumetric = { divisor: "5000" }),
          items: [
            { ...box, weight, size: { length: size[0], width: size[0], height: size[0], unit: size[1] } },
          ],
        }).offers.map(({ net, cost, shipments }) => [net, cost, shipments[0]?.chargeableWeight]);
      expect(figures({ value: String(grams), unit: "g" }, [String(side), "mm"])).toEqual(
        figures({ value: (grams / 1000).toFixed(3), unit: "kg" }, [(side / 10).toFixed(1), "cm"]),
      );
    }),
    seeded(60, 5),
  );
});

test("on a rising tariff a heavier parcel never costs less, and is not charged less", () => {
  const grams = fc.integer({ min: 1, max: 30_000 });
  fc.assert(
    fc.property(
      grams,
      grams,
      fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 3, maxLength: 6 }),
      (a, b, steps) => {
        const rising = (weight: number) => {
          let edge = 0;
          let cell = 0;
          const made = steps.map((step) => [String((edge += step)), String((cell += step % 7))] as const);
          return quoteWith({
            setup: (s) => {
              s.tariffs[0]!.editions[0]!.breaks = [
                ...made.map(([upper]) => ({ edge: upper, rate: "flat" as const })),
                { edge: null, rate: "basePlus", per: "0.5" },
              ];
              s.tariffs[0]!.editions[0]!.rows = [
                { zone: "1", rates: [...made.map(([, amount]) => amount), "0.3"] },
              ];
            },
            items: [{ ...box, weight: kg((weight / 1000).toFixed(3)) }],
          }).offers[0]!;
        };
        const [light, heavy] = [rising(Math.min(a, b)), rising(Math.max(a, b))];
        expect(Number(heavy.cost)).toBeGreaterThanOrEqual(Number(light.cost));
        expect(Number(heavy.net)).toBeGreaterThanOrEqual(Number(light.net));
      },
    ),
    seeded(80, 6),
  );
});

test("ten thousand lines, a billion pieces, prices of 24 digits: in bounded time", () => {
  const lines = Array.from({ length: 10_000 }, () => ({
    sku: "BOX",
    quantity: 1e5,
    unitPrice: "123456789012345678901.234",
  }));
  const begun = Date.now();
  const quoted = quoteWith({
    setup: (s) => {
      s.services[0]!.rate = { none: true };
      s.sourcing.split = "byPiece";
      s.origins.push({ ...s.origins[0]!, code: "BARN", rank: 2 });
    },
    request: { lines },
  });
  expect(quoted.measures.goodsValue).toBe("123456789012345678901234000000.00");
  expect(quoted.offers).toHaveLength(1);
  expect(Date.now() - begun).toBeLessThan(60_000);
});

test("a setup of nothing but what it must have still answers", () => {
  const bare = smallestSetup();
  bare.offers = [];
  const compiled = sure(compileSetup(bare));
  const item = compileItem(box, compiled.defaultWeights);
  const request: QuoteRequest = {
    channel: "web",
    shipTo: { country: "EE" },
    lines: [{ sku: "BOX", quantity: 1 }],
  };
  expect(sure(quote(compiled, request, { items: () => item, now: "2026-11-24T08:00:00Z" })).offers).toEqual(
    [],
  );
});
