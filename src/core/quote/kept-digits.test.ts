import { box, netOrReason, pieces, quoteWith, type Case } from "../../../tests/support/quote-with";
import type { Setup } from "../setup/setup";

/** Prices in SEK with tax, and a rate of exchange that does not end the other way round. */
const swedish = (change: (s: Setup) => unknown) => {
  return (s: Setup) => {
    delete s.offers[0]!.adjust;
    s.exchangeRates = [{ from: "EUR", to: "SEK", rate: "3", asOf: "2026-01-01" }];
    change(s);
  };
};

test("a value that is divided and multiplied again is rounded as the fraction it is: 23.01 / 1.24 × 39.06 is 724.815", () => {
  const of: Case = {
    setup: (s) => {
      s.channels[0]!.pricesIncludeTax = true;
      s.exchangeRates = [{ from: "EUR", to: "SEK", rate: "14.3", asOf: "2026-01-01" }];
      // worth 18.556… EUR, which is 265.357… SEK; 39.06 for each of these is 10,364.8545… SEK, and that 724.815 EUR
      s.tariffs[0] = { ...s.tariffs[0]!, measure: "goodsValue", currency: "SEK" };
      delete s.tariffs[0].unit;
      for (const edition of s.tariffs[0].editions) {
        edition.breaks = [{ edge: null, rate: "perUnit", per: "1" }];
        edition.rows = edition.rows.map(({ zone }) => ({ zone, rates: ["39.06"] }));
      }
    },
    items: [{ ...box, unitPrice: "23.01", taxPercent: "24" }],
  };
  expect(quoteWith(of).offers[0]!.cost).toBe("724.82");
});

test("three thirds are one, at a threshold, up to a break and at a limit", () => {
  const items = [{ ...box, unitPrice: "1", currency: "SEK", taxPercent: "0" }];
  const line = { sku: "BOX", quantity: 1 };
  const asked = { items, request: { lines: [line, line, line] } };
  const free = swedish(
    (s) => (s.offers[0]!.free = { anyOf: [{ measure: "goodsValue", op: ">=", value: "1" }] }),
  );
  expect(netOrReason({ ...asked, setup: free })).toBe("0.00");
  const more = swedish(
    (s) => (s.offers[0]!.free = { anyOf: [{ measure: "goodsValue", op: ">", value: "1" }] }),
  );
  expect(quoteWith({ ...asked, setup: more }).offers[0]!.freeFrom).toEqual({
    threshold: "1.00",
    missing: "0.01",
  });
  const limited = (amount: string) =>
    swedish((s) => (s.services[0]!.limits = { maxGoodsValue: { amount, currency: "EUR" } }));
  expect(netOrReason({ ...asked, setup: limited("1") })).not.toBe("limit-value");
  expect(netOrReason({ ...asked, setup: limited("0.99") })).toBe("limit-value");
});

test("a started unit is not begun by what a quotient lost, nor a step or an ending", () => {
  const items = [{ ...box, unitPrice: "7", currency: "SEK" }];
  const adjusted = (
    rounding: NonNullable<NonNullable<Setup["offers"][number]["adjust"]>["rounding"]>,
  ): Case => ({
    // three times 7 SEK are 7.00 EUR to the last digit
    setup: swedish((s) => {
      s.offers[0]!.plan = { kind: "terms", terms: [{ measure: "goodsValue", amount: "3" }] };
      s.offers[0]!.adjust = { rounding };
    }),
    items,
    request: pieces(1),
  });
  expect(netOrReason(adjusted({ step: "1", mode: "up" }))).toBe("7.00");
  expect(netOrReason(adjusted({ ending: "0.00" }))).toBe("7.00");
  expect(netOrReason(adjusted({ step: "2", mode: "nearest" }))).toBe("8.00");
});

test("a volumetric weight that does not end is charged to its last digit", () => {
  const of: Case = {
    setup: (s) => {
      s.services[0]!.volumetric = { kgPerM3: "333" };
      s.tariffs[0]!.measure = "chargeableWeight";
      s.services[0]!.weightStep = { value: "0.5", unit: "kg" };
      s.tariffs[0]!.editions[0]!.breaks = [{ edge: null, rate: "perUnit", per: "1" }];
      s.tariffs[0]!.editions[0]!.rows = s.tariffs[0]!.editions[0]!.rows.map(({ zone }) => ({
        zone,
        rates: ["1"],
      }));
    },
    items: [{ ...box, size: { length: "100", width: "100", height: "50", unit: "cm" } }],
  };
  // half a cubic metre is 166.5 kg, and no step more
  expect(quoteWith(of).offers[0]).toMatchObject({
    cost: "166.50",
    shipments: [{ chargeableWeight: "166.5" }],
  });
  const sixth: Case = {
    ...of,
    setup: (s) => {
      of.setup?.(s);
      s.services[0]!.volumetric = { divisor: "6000" };
      delete s.services[0]!.weightStep;
      s.tariffs[0]!.editions[0]!.rows = s.tariffs[0]!.editions[0]!.rows.map(({ zone }) => ({
        zone,
        rates: ["1.5015"],
      }));
    },
    items: [{ ...box, size: { length: "100", width: "100", height: "2", unit: "cm" } }],
  };
  // 3.333… kg × 1.5015 is 5.005
  expect(quoteWith(sixth).offers[0]!.cost).toBe("5.01");
});

test.each(["1", "3", "7", "13"])(
  "a weighted tax of half a cent is rounded up, whatever the goods were converted from: at %s",
  (rate) => {
    const of: Case = {
      setup: (s) => {
        delete s.offers[0]!.adjust;
        s.business.deliveryTax = "weightedByGoods";
        s.chargeTypes = s.chargeTypes.map(({ taxPercent: _, ...type }) => type);
        delete s.offers[0]!.taxPercent;
        s.exchangeRates = [{ from: "EUR", to: "SEK", rate, asOf: "2026-01-01" }];
        s.offers[0]!.plan = { kind: "flat", amount: "0.10", per: "order" };
      },
      // a third of the goods at 15 %, the rest at nothing: 5 % of 0.10 is half a cent
      items: [
        { ...box, unitPrice: "1", currency: "SEK", taxPercent: "15" },
        { ...box, sku: "OAK", unitPrice: "2", currency: "SEK", taxPercent: "0" },
      ],
      request: {
        lines: [
          { sku: "BOX", quantity: 1 },
          { sku: "OAK", quantity: 1 },
        ],
      },
    };
    expect(quoteWith(of).offers[0]).toMatchObject({ net: "0.10", tax: "0.01", gross: "0.11" });
  },
);
