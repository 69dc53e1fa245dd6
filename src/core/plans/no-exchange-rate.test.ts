import { box, offer, quoteWith, type Case } from "../../../tests/support/quote-with";
import type { Setup } from "../setup/setup";

type Offer = Setup["offers"][number];

/** An offer in kronor of a business that has no rate for them; its service costs nothing. */
const inKronor = (change: (o: Offer, s: Setup) => unknown): Case =>
  offer((o, s) => {
    s.services[0]!.rate = { none: true };
    o.currency = "SEK";
    o.plan = { kind: "terms", terms: [{ percent: "10", of: "goodsValue" }] };
    change(o, s);
  });
const told = (of: Case) => {
  const { offers, withheld } = quoteWith(of);
  return withheld[0] ? [withheld[0].reason, withheld[0].rejection.inputs] : offers[0]!.net;
};
const missing = ["no-exchange-rate", { from: "SEK", to: "EUR" }];

test("shares of the goods need no rate, and neither does a nought", () => {
  expect(told(inKronor(() => undefined))).toBe("1.00");
  expect(
    told(inKronor((o) => (o.adjust = { marginPercent: "10", rounding: { step: "0.5", mode: "up" } }))),
  ).toBe("1.50");
  const nought = (o: Offer, s: Setup) =>
    (s.itemExceptions = [{ item: "BOX", offer: o.code, do: { extra: "0" } }]);
  expect(told(inKronor(nought))).toBe("1.00");
});

test.each<[string, (o: Offer, s: Setup) => unknown]>([
  ["a flat amount", (o) => (o.plan = { kind: "flat", amount: "5", per: "order" })],
  ["a constant among terms", (o) => (o.plan = { kind: "terms", terms: [{ constant: "1" }] })],
  ["an addition", (o) => (o.adjust = { additions: [{ name: "X", amount: { fixed: "1" } }] })],
  [
    "an addition each kilogram",
    (o) => (o.adjust = { additions: [{ name: "X", amount: { per: "kg", amount: "1" } }] }),
  ],
  ["a minimum", (o) => (o.adjust = { minimum: "1" })],
  ["a maximum", (o) => (o.adjust = { maximum: "1" })],
  [
    "an exception of the offer",
    (o, s) => (s.itemExceptions = [{ item: "BOX", offer: o.code, do: { extra: "1" } }]),
  ],
])("%s can't be converted: withheld, with the pair that is missing", (_, change) => {
  expect(told(inKronor(change))).toEqual(missing);
});

test("a sell tariff's currency without a rate is told with its pair and where rates are set", () => {
  const of = offer((o, s) => {
    s.services[0]!.rate = { none: true };
    s.tariffs.push({
      ...structuredClone(s.tariffs[0]!),
      code: "SELL",
      name: "Sell",
      side: "sell",
      currency: "SEK",
    });
    o.plan = { kind: "tariff", tariff: "SELL" };
  });
  const [withheld] = quoteWith(of).withheld;
  expect([withheld!.reason, withheld!.rejection.inputs]).toEqual(missing);
  expect(withheld!.rejection.source).toBe("exchangeRates");
});

test("an exception of all offers is in the home currency: it needs no rate of the offer's", () => {
  expect(told(inKronor((_, s) => (s.itemExceptions = [{ item: "BOX", do: { extra: "2" } }])))).toBe("3.00");
});

test("where the home currency itself has no rate, its own pair is told, not the offer's", () => {
  const of = inKronor((_, s) => {
    s.channels[0]!.currency = "SEK";
    s.itemExceptions = [{ item: "BOX", do: { extra: "2" } }];
  });
  const request = { lines: [{ sku: "BOX", quantity: 1, unitPrice: "10" }] };
  const [withheld] = quoteWith({ ...of, request }).withheld;
  expect(withheld).toMatchObject({
    reason: "no-exchange-rate",
    rejection: { inputs: { from: "EUR", to: "SEK" } },
  });
});

test("a free threshold that can't be converted makes nothing free, and no gap is told", () => {
  const of = inKronor((o) => (o.free = { anyOf: [{ measure: "goodsValue", op: ">=", value: "1" }] }));
  const [given] = quoteWith(of).offers;
  expect(given).toMatchObject({ net: "1.00", free: false });
  expect(given).not.toHaveProperty("freeFrom");
});

describe("what is missing to a free delivery", () => {
  const gap = (free: NonNullable<Offer["free"]>, unitPrice: string, currency?: string) => {
    const of = offer((o, s) => {
      o.plan = { kind: "flat", amount: "5", per: "order" };
      o.free = free;
      s.exchangeRates = [{ from: "EUR", to: "JPY", rate: "160", asOf: "2026-01-01" }];
    });
    const request = { lines: [{ sku: "BOX", quantity: 1, unitPrice }], ...(currency ? { currency } : {}) };
    return quoteWith({ ...of, items: [box], request }).offers[0]!.freeFrom;
  };
  const over = (value: string) => ({ measure: "goodsValue" as const, op: ">" as const, value });
  const atLeast = (value: string) => ({ measure: "goodsValue" as const, op: ">=" as const, value });

  test("of several ways the nearest is told, whichever comes first", () => {
    const nearest = { threshold: "50.00", missing: "10.00" };
    expect(gap({ anyOf: [atLeast("90"), atLeast("50")] }, "40")).toEqual(nearest);
    expect(gap({ anyOf: [atLeast("50"), atLeast("90")] }, "40")).toEqual(nearest);
  });

  test("over a figure is one minor unit more, also in a currency that has none smaller", () => {
    expect(gap({ anyOf: [over("50")] }, "40")).toEqual({ threshold: "50.00", missing: "10.01" });
    // 50 EUR are 8000 JPY
    expect(gap({ anyOf: [over("50")] }, "7000", "JPY")).toEqual({ threshold: "8000", missing: "1001" });
    expect(gap({ anyOf: [atLeast("50")] }, "7000", "JPY")).toEqual({ threshold: "8000", missing: "1000" });
    // over a figure between two minor units the next one is enough
    expect(gap({ anyOf: [over("50.005")] }, "40")).toEqual({ threshold: "50.01", missing: "10.01" });
  });

  test("of all that must hold a goods value is told only where it is the one that lacks", () => {
    expect(gap({ allOf: [atLeast("50"), { country: ["EE"] }] }, "40")).toEqual({
      threshold: "50.00",
      missing: "10.00",
    });
    expect(gap({ allOf: [atLeast("50"), { country: ["SE"] }] }, "40")).toBeUndefined();
    expect(gap({ allOf: [atLeast("50"), atLeast("60")] }, "40")).toBeUndefined();
  });
});
