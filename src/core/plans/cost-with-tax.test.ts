import fc from "fast-check";
import { Decimal } from "../money/decimal";
import type { Setup } from "../setup/setup";
import { offer, quoteWith, type Case } from "../../../tests/support/quote-with";
import { runs } from "../../../tests/support/runs";

type Offer = Setup["offers"][number];

/** An offer in a channel whose prices include tax at 24 %; its service costs 4.20. */
const taxed = (change: (o: Offer, s: Setup) => unknown): Case =>
  offer((o, s) => {
    s.channels[0]!.pricesIncludeTax = true;
    o.taxPercent = "24";
    delete o.adjust;
    change(o, s);
  });
const first = (of: Case) => quoteWith(of).offers[0]!;

test("a fifth on cost earns a fifth of the cost, also where prices include tax", () => {
  const given = first(
    taxed((o) => {
      o.plan = { kind: "costPlus" };
      o.adjust = { marginPercent: "20" };
    }),
  );
  expect(given).toMatchObject({ cost: "4.20", net: "5.04", gross: "6.25", margin: "0.84" });
});

test("a term by cost, a percentage of it and an addition of it get the tax; what is typed has it", () => {
  const plan = (terms: Extract<Offer["plan"], { kind: "terms" }>["terms"]) =>
    first(taxed((o) => (o.plan = { kind: "terms", terms }))).gross;
  expect(plan([{ measure: "cost", amount: "0.5" }, { constant: "1" }])).toBe("3.60");
  expect(plan([{ percent: "50", of: "cost" }, { constant: "1" }])).toBe("3.60");
  const added = first(
    taxed((o) => {
      o.plan = { kind: "flat", amount: "1", per: "order" };
      o.adjust = { additions: [{ name: "Part of cost", amount: { percent: "50", of: "cost" } }] };
    }),
  );
  expect(added.gross).toBe("3.60");
});

test("a condition reads the cost without tax", () => {
  const under = (value: string) =>
    first(
      taxed((o) => {
        o.plan = {
          kind: "ladder",
          match: "first",
          rules: [{ when: [{ measure: "cost", op: "<=", value }], then: { terms: [{ constant: "1" }] } }],
          otherwise: { terms: [{ constant: "9" }] },
        };
      }),
    ).gross;
  expect(under("4.20")).toBe("1.00");
  expect(under("4.19")).toBe("9.00");
});

test("prices without tax leave the cost as it is, and nothing of tax is told", () => {
  const given = first(
    offer((o) => {
      o.plan = { kind: "costPlus" };
      o.taxPercent = "24";
      delete o.adjust;
    }),
  );
  expect(given.net).toBe("4.20");
  expect(given.working!.map(({ code }) => code)).not.toContain("cost-with-tax");
});

test("whatever the tax, cost plus nothing earns nothing but what rounding leaves", () => {
  const percent = fc.integer({ min: 0, max: 3000 }).map((n) => (n / 100).toString());
  fc.assert(
    fc.property(percent, fc.constantFrom("fixed", "highestOfGoods", "weightedByGoods"), (tax, how) => {
      const given = first(
        taxed((o, s) => {
          o.plan = { kind: "costPlus" };
          delete o.taxPercent;
          s.business.deliveryTaxPercent = tax;
          s.business.deliveryTax = how;
        }),
      );
      const margin = Decimal.of(given.margin);
      expect(margin.lessThan(Decimal.of("0.02")) && Decimal.of("-0.02").lessThan(margin)).toBe(true);
    }),
    { seed: 14, numRuns: runs(60) },
  );
});
