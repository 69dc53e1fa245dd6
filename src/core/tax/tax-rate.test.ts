import fc from "fast-check";
import { Decimal } from "../money/decimal";
import { fixedRate, withTax } from "./tax-rate";
import { withoutTax } from "./without-tax";
import { taxCharge } from "./order-tax";

const cents = fc.integer({ min: 0, max: 10_000_000 }).map((n) => Decimal.of((n / 100).toFixed(2)));
const percent = fc.integer({ min: 0, max: 4000 }).map((n) => Decimal.of((n / 100).toFixed(2)));

test("12.40 with 24 % on it is 15.376, and 100.00 with a weighted rate of 20 ÷ 3 % is 106.66… to 24 digits", () => {
  expect(withTax(Decimal.of("12.40"), fixedRate(Decimal.of("24"), "x")).toString()).toBe("15.376");
  const weighted = {
    numerator: Decimal.of("20"),
    denominator: Decimal.of("3"),
    percent: "6.6667",
    source: "x",
  };
  expect(withTax(Decimal.of("100"), weighted).toString()).toBe(`106.${"6".repeat(23)}7`);
});

test("tax that is added and taken off again leaves the amount, to ten digits", () => {
  fc.assert(
    fc.property(cents, percent, (net, p) => {
      const back = withoutTax(withTax(net, fixedRate(p, "x")), p);
      expect(back.minus(net).toString()).toBe("0");
    }),
    { seed: 3 },
  );
});

test("net and tax add up to what is paid, whichever of them the price says", () => {
  fc.assert(
    fc.property(cents, percent, fc.boolean(), (amount, p, includes) => {
      const { net, tax, gross } = taxCharge(amount, fixedRate(p, "x"), includes, "EUR");
      expect(net.plus(tax).toString()).toBe(gross.toString());
      expect((includes ? gross : net).toString()).toBe(amount.toString());
    }),
    { seed: 4 },
  );
});
