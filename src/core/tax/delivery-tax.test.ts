import fc from "fast-check";
import { box, quoteWith, type Case } from "../../../tests/support/quote-with";
import { runs } from "../../../tests/support/runs";
import { Decimal, sum } from "../money/decimal";
import type { DeliveryTaxRule } from "../setup/business";
import type { Setup } from "../setup/setup";

const withRules = (rules: DeliveryTaxRule[], change: (setup: Setup) => unknown = () => 0) => ({
  setup: (setup: Setup) => {
    setup.business.deliveryTaxes = rules;
    change(setup);
  },
});

/** The lines of the one offer's charge. */
const linesOf = (of: Case) => quoteWith(of).offers[0]!.chargeLines;
const percentOf = (of: Case) => linesOf(of)[0]!.taxPercent;

describe("tax on delivery by destination, channel and day", () => {
  const rules: DeliveryTaxRule[] = [
    { from: "2026-01-01", destinations: [{ country: "FI", postcode: "22*" }], percent: "0" },
    { from: "2026-01-01", destinations: [{ country: "FI" }], percent: "25.5" },
    { from: "2020-01-01", to: "2026-06-30", percent: "20" },
    { from: "2026-07-01", channels: ["nowhere"], percent: "99" },
  ];
  const to = (shipTo: object, placedAt = "2026-11-24T08:00:00Z") =>
    percentOf({ ...withRules(rules, anywhere), request: { shipTo: { country: "EE", ...shipTo }, placedAt } });
  const anywhere = (setup: Setup) => {
    setup.channels.push({ ...setup.channels[0]!, code: "nowhere" });
    setup.zoneCharts[0]!.entries = [{ zone: setup.zoneCharts[0]!.zones[0]!.code, country: "*" }];
    setup.tariffs[0]!.editions[0]!.from = "2020-01-01";
  };

  test("is that of the first rule that fits, else the business's", () => {
    expect(to({ country: "FI", postcode: "22100" })).toBe("0");
    expect(to({ country: "FI", postcode: "00100" })).toBe("25.5");
    expect(to({ country: "SE" })).toBe("22");
  });

  test("counts from its first day to its last, both in", () => {
    expect(to({ country: "SE" }, "2026-06-30T12:00:00Z")).toBe("20");
    expect(to({ country: "SE" }, "2026-07-01T12:00:00Z")).toBe("22");
  });

  test("comes after what an offer or a charge type says itself", () => {
    const of = withRules(
      [{ from: "2026-01-01", percent: "24" }],
      (setup) => (setup.offers[0]!.taxPercent = "5"),
    );
    expect(percentOf(of)).toBe("5");
  });

  test("is owed by a customer with a tax id under reverse charge, and by nobody else", () => {
    const of = withRules([
      { from: "2026-01-01", reverseChargeWithTaxId: true },
      { from: "2026-01-01", percent: "24" },
    ]);
    expect(linesOf({ ...of, request: { customer: { taxId: "DE123" } } })).toEqual([
      expect.objectContaining({ taxPercent: "0", tax: "0.00", reverseCharge: true }),
    ]);
    for (const customer of [undefined, { taxId: " " }, { group: "dealer" }])
      expect(linesOf({ ...of, request: customer ? { customer } : {} })[0]).not.toHaveProperty(
        "reverseCharge",
      );
  });
});

describe("a charge split over the goods' rates", () => {
  const split = (setup: Setup, includesTax: boolean) => {
    setup.business.deliveryTax = "splitByGoods";
    setup.channels[0]!.pricesIncludeTax = includesTax;
    delete setup.offers[0]!.taxPercent;
    delete setup.offers[0]!.adjust;
  };
  const goods = [
    { ...box, sku: "BOOK", taxPercent: "9" },
    { ...box, sku: "BOX", taxPercent: "22" },
  ];

  test("has a line for each, by what goods are worth without tax, the lowest rate first", () => {
    const lines = linesOf({
      setup: (setup) => {
        split(setup, false);
        setup.offers[0]!.plan = { kind: "flat", amount: "10", per: "order" };
      },
      items: goods,
      request: {
        lines: [
          { sku: "BOX", quantity: 1, unitPrice: "75.00" },
          { sku: "BOOK", quantity: 1, unitPrice: "25.00" },
        ],
      },
    });
    expect(lines.map(({ net, taxPercent, tax }) => [net, taxPercent, tax])).toEqual([
      ["2.50", "9", "0.23"],
      ["7.50", "22", "1.65"],
    ]);
  });

  test("is one line where the goods have one rate, or nothing is charged", () => {
    const one = (amount: string, items = goods) =>
      linesOf({
        setup: (setup) => {
          split(setup, false);
          setup.offers[0]!.plan = { kind: "flat", amount, per: "order" };
        },
        items,
        request: { lines: items.map(({ sku }) => ({ sku, quantity: 1, unitPrice: "10.00" })) },
      });
    expect(one("10", goods.slice(1))).toHaveLength(1);
    expect(one("0")).toHaveLength(1);
  });

  test("adds up to the cent, with tax and without", () => {
    const cents = fc.integer({ min: 1, max: 50_000 });
    fc.assert(
      fc.property(cents, cents, cents, fc.boolean(), (amount, first, second, includesTax) => {
        const text = (value: number) => (value / 100).toFixed(2);
        const { offers } = quoteWith({
          setup: (setup) => {
            split(setup, includesTax);
            setup.offers[0]!.plan = { kind: "flat", amount: text(amount), per: "order" };
          },
          items: goods,
          request: {
            lines: [
              { sku: "BOX", quantity: 1, unitPrice: text(first) },
              { sku: "BOOK", quantity: 1, unitPrice: text(second) },
            ],
          },
        });
        const { net, tax, gross, chargeLines } = offers[0]!;
        const all = (of: "net" | "tax") => sum(chargeLines.map((line) => Decimal.of(line[of])));
        return (
          all("net").equals(Decimal.of(net)) &&
          all("tax").equals(Decimal.of(tax)) &&
          Decimal.of(net).plus(Decimal.of(tax)).equals(Decimal.of(gross)) &&
          Decimal.of(includesTax ? gross : net).equals(Decimal.of(text(amount)))
        );
      }),
      { numRuns: runs(200) },
    );
  });
});
