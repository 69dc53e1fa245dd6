import fc from "fast-check";
import { Decimal } from "../money/decimal";
import type { Setup } from "../setup/setup";
import { box, quoteWith, type Case } from "../../../tests/support/quote-with";
import { runs } from "../../../tests/support/runs";

type Offer = Setup["offers"][number];

/** An offer whose typed amounts are all multiples of `unit`: `1` in euros, `10` in kronor of which ten make one. */
interface Amounts {
  readonly plan: "flat" | "terms" | "ladder" | "byGoodsClass";
  readonly a: number;
  readonly b: number;
  readonly least: number;
  readonly most: number;
  readonly threshold: number;
  readonly exception: "instead" | "extra" | undefined;
  readonly ending: boolean;
}

const cents = fc.integer({ min: 0, max: 3000 });
const amounts: fc.Arbitrary<Amounts> = fc.record({
  plan: fc.constantFrom("flat", "terms", "ladder", "byGoodsClass"),
  a: cents,
  b: cents,
  least: fc.integer({ min: 0, max: 500 }),
  most: fc.integer({ min: 501, max: 9000 }),
  threshold: cents,
  exception: fc.constantFrom("instead", "extra", undefined),
  ending: fc.boolean(),
});

function offerOf(of: Amounts, unit: number): Partial<Offer> {
  const money = (hundredths: number) =>
    Decimal.of(String(hundredths))
      .times(Decimal.of(String(unit)))
      .percent()
      .toString();
  const terms = [
    { constant: money(of.a) },
    { measure: "actualWeight" as const, unit: "kg", amount: money(of.b) },
    { percent: "5", of: "goodsValue" as const },
  ];
  const plans: Record<Amounts["plan"], Offer["plan"]> = {
    flat: { kind: "flat", amount: money(of.a), per: "piece" },
    terms: { kind: "terms", terms },
    ladder: {
      kind: "ladder",
      match: "first",
      rules: [{ when: [{ measure: "goodsValue", op: ">=", value: money(of.threshold) }], then: { terms } }],
      otherwise: { terms: [{ constant: money(of.b) }] },
    },
    byGoodsClass: { kind: "byGoodsClass", combine: "sum", classes: [], otherwise: terms },
  };
  return {
    plan: plans[of.plan],
    adjust: {
      marginPercent: "3",
      additions: [
        {
          name: "Fixed",
          amount: { fixed: money(of.b) },
          when: [{ measure: "goodsValue", op: ">", value: money(of.a) }],
        },
        { name: "Each", amount: { per: "piece", amount: money(7) } },
      ],
      minimum: money(of.least),
      maximum: money(of.most),
      rounding: of.ending ? { ending: "0.90" } : { step: "0.05", mode: "nearest" },
    },
    free: { anyOf: [{ measure: "goodsValue", op: ">=", value: money(of.threshold + 2500) }] },
  };
}

function caseOf(of: Amounts, currency: "EUR" | "SEK", pieces: number): Case {
  return {
    setup: (s) => {
      s.exchangeRates = [{ from: "SEK", to: "EUR", rate: "0.1", asOf: "2026-01-01" }];
      Object.assign(s.offers[0]!, offerOf(of, currency === "SEK" ? 10 : 1));
      if (currency === "SEK") s.offers[0]!.currency = "SEK";
      if (of.exception) {
        const amount = currency === "SEK" ? "13" : "1.3";
        const effect = of.exception === "instead" ? { instead: amount } : { extra: amount };
        s.itemExceptions = [{ item: "BOX", offer: s.offers[0]!.code, do: effect }];
      }
    },
    items: [box],
    request: { lines: [{ sku: "BOX", quantity: pieces }] },
  };
}

test("amounts typed in kronor are those in euros ten times over: rounding comes after the conversion, in the quote's currency", () => {
  fc.assert(
    fc.property(amounts, fc.integer({ min: 1, max: 6 }), (of, pieces) => {
      const [euros, kronor] = (["EUR", "SEK"] as const).map((currency) => {
        const { offers, withheld } = quoteWith(caseOf(of, currency, pieces));
        return { offers: offers.map(({ working: _, ...offer }) => offer), withheld: withheld.length };
      });
      expect(kronor).toEqual(euros);
    }),
    { seed: 1126, numRuns: runs(300) },
  );
});

test("an exception that names no offer is in the home currency, whatever the offer's", () => {
  const of: Case = {
    setup: (s) => {
      s.exchangeRates = [{ from: "SEK", to: "EUR", rate: "0.1", asOf: "2026-01-01" }];
      s.offers[0]!.currency = "SEK";
      s.offers[0]!.plan = { kind: "flat", amount: "50", per: "order" };
      delete s.offers[0]!.adjust;
      s.itemExceptions = [{ item: "BOX", do: { extra: "2" } }];
    },
  };
  expect(quoteWith(of).offers[0]!.net).toBe("7.00");
});

test("a threshold's gap is told in the quote's currency, and meets it exactly", () => {
  const of = (price: string): Case => ({
    setup: (s) => {
      s.exchangeRates = [{ from: "SEK", to: "EUR", rate: "0.1", asOf: "2026-01-01" }];
      s.offers[0]!.currency = "SEK";
      s.offers[0]!.free = { anyOf: [{ measure: "goodsValue", op: ">=", value: "200" }] };
    },
    request: { lines: [{ sku: "BOX", quantity: 1, unitPrice: price }] },
  });
  expect(quoteWith(of("19.99")).offers[0]!.freeFrom).toEqual({ threshold: "20.00", missing: "0.01" });
  expect(quoteWith(of("20.00")).offers[0]!.free).toBe(true);
});
