import { Decimal } from "../money/decimal";
import type { Addition } from "../plans/adjust";
import { fixedRate, type TaxRate } from "../tax/tax-rate";
import { Trace, type Step } from "../working/step";
import { chargeLines, type ChargeMaking } from "./charge-lines";

const of = (text: string) => Decimal.of(text);
const rate = (percent: string, more: Partial<TaxRate> = {}): TaxRate => ({
  ...fixedRate(of(percent), "source"),
  ...more,
});
const shown = (name: string, amount: string, chargeType?: string): Addition => ({
  ...{ name, chargeType, showSeparately: true, amount: of(amount) },
});

/** The lines as `type name net percent tax`, and what they come to. */
function made(
  charge: string,
  additions: readonly Addition[] = [],
  more: Partial<ChargeMaking> = {},
  trace?: Trace,
) {
  const making: ChargeMaking = {
    ...{ name: "Parcel", type: "freight", includesTax: false, currency: "EUR" },
    rateOf: () => rate("20"),
    ...more,
  };
  const { total, lines } = chargeLines(of(charge), additions, making, trace);
  return {
    lines: lines.map((one) => [one.type, one.name, one.net, one.taxPercent, one.tax].join(" ")),
    total: [total.net, total.tax, total.gross].map((amount) => amount.toFixed(2)).join(" "),
    reverse: lines.map((one) => one.reverseCharge),
  };
}

test("a charge is one line; what is added without being shown is in it", () => {
  expect(made("10")).toMatchObject({ lines: ["freight Parcel 10.00 20 2.00"], total: "10.00 2.00 12.00" });
  const hidden = { ...shown("Packing", "2"), showSeparately: false };
  expect(made("12", [hidden])).toMatchObject({ lines: ["freight Parcel 12.00 20 2.40"] });
  expect(made("12", [], { includesTax: true })).toMatchObject({ total: "10.00 2.00 12.00" });
});

test("what is shown is rounded and under its own type; the freight is the rest", () => {
  expect(made("12", [shown("Packing", "1.499"), shown("Ice", "0.50", "cold")])).toMatchObject({
    lines: ["freight Parcel 10.00 20 2.00", "freight Packing 1.50 20 0.30", "cold Ice 0.50 20 0.10"],
    total: "12.00 2.40 14.40",
  });
});

test("a charge cut below its additions leaves the freight at nothing and cuts the last of them", () => {
  expect(made("2", [shown("Packing", "1.50"), shown("Ice", "1.50")]).lines).toEqual([
    "freight Parcel 0.00 20 0.00",
    "freight Packing 1.50 20 0.30",
    "freight Ice 0.50 20 0.10",
  ]);
  // what is taken off is taken off whole
  expect(made("2", [shown("Rebate", "-3")]).lines).toEqual([
    "freight Parcel 5.00 20 1.00",
    "freight Rebate -3.00 20 -0.60",
  ]);
});

test("lines of one rate are taxed together, and the last takes what the rounding leaves", () => {
  // 0.20 with 22 % is 0.044 each, 0.13 together
  const thirds = made("0.60", [shown("A", "0.20"), shown("B", "0.20")], { rateOf: () => rate("22") });
  expect(thirds).toMatchObject({
    lines: ["freight Parcel 0.20 22 0.04", "freight A 0.20 22 0.04", "freight B 0.20 22 0.05"],
    total: "0.60 0.13 0.73",
  });
  const withTax = made("0.72", [shown("A", "0.24"), shown("B", "0.24")], {
    includesTax: true,
    rateOf: () => rate("22"),
  });
  expect(withTax).toMatchObject({
    lines: ["freight Parcel 0.20 22 0.04", "freight A 0.20 22 0.04", "freight B 0.19 22 0.05"],
    total: "0.59 0.13 0.72",
  });
});

test("lines of two rates are taxed apart, each rate once, in the order of the lines", () => {
  const rateOf = (type: string) => rate(type === "cold" ? "10" : "20");
  expect(made("12", [shown("Ice", "1", "cold"), shown("Packing", "1")], { rateOf })).toMatchObject({
    lines: ["freight Parcel 10.00 20 2.00", "cold Ice 1.00 10 0.10", "freight Packing 1.00 20 0.20"],
    total: "12.00 2.30 14.30",
  });
});

describe("a charge that is split over the goods' rates", () => {
  const shares = (...parts: (readonly [percent: string, net: string])[]) =>
    rate("15", { shares: parts.map(([percent, net]) => ({ rate: rate(percent), net: of(net) })) });
  const split = (charge: string, over: TaxRate, includesTax = false) =>
    made(charge, [], { rateOf: () => over, includesTax });

  test("is parted by what the goods are worth without tax, also where it is with tax", () => {
    const over = shares(["10", "30"], ["20", "10"]);
    expect(split("8", over)).toMatchObject({
      lines: ["freight Parcel 6.00 10 0.60", "freight Parcel 2.00 20 0.40"],
      total: "8.00 1.00 9.00",
    });
    expect(split("9", over, true)).toMatchObject({
      lines: ["freight Parcel 6.00 10 0.60", "freight Parcel 2.00 20 0.40"],
      total: "8.00 1.00 9.00",
    });
  });
  test("is one line where all goods have one rate, or nothing is charged, and has none of nothing", () => {
    expect(split("8", shares(["10", "30"])).lines).toEqual(["freight Parcel 8.00 10 0.80"]);
    expect(split("0", shares(["10", "30"], ["20", "10"])).lines).toEqual(["freight Parcel 0.00 10 0.00"]);
    expect(split("0.01", shares(["10", "300"], ["20", "1"])).lines).toEqual(["freight Parcel 0.01 10 0.00"]);
    expect(split("8", shares()).lines).toEqual(["freight Parcel 8.00 15 1.20"]);
  });
});

test("who owes the tax themselves is charged none of it, line by line", () => {
  const reverse = rate("0", { isReverse: true });
  const told = made("10", [shown("Ice", "1", "cold")], {
    rateOf: (type) => (type === "cold" ? rate("10") : reverse),
  });
  expect(told).toMatchObject({
    lines: ["freight Parcel 9.00 0 0.00", "cold Ice 1.00 10 0.10"],
    reverse: [true, undefined],
  });
});

test("the working tells the rounding where there is some, with or without tax", () => {
  const steps = (charge: string, includesTax: boolean) => {
    const list: Step[] = [];
    made(charge, [], { includesTax }, new Trace(list, "charge"));
    return list.filter(({ code }) => code === "charge-rounded");
  };
  expect(steps("9.995", false)).toMatchObject([
    { inputs: { charge: { amount: "10.00", currency: "EUR" }, basis: "net" }, result: "10.00" },
  ]);
  expect(steps("9.994", true)).toMatchObject([{ inputs: { basis: "gross" }, result: "9.99" }]);
  expect(steps("9.99", false)).toEqual([]);
});
