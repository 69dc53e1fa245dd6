import { offer, pieces, quoteWith, netOrReason, type Case } from "../../../tests/support/quote-with";
import type { Condition } from "../setup/condition";
import type { Offer } from "../setup/offer";
import type { Plan } from "../setup/plan";
import type { Setup } from "../setup/setup";

const flat = (amount: string): Plan => ({ kind: "flat", amount, per: "order" });
const plan = (made: Plan, more: (offer: Offer, setup: Setup) => unknown = () => undefined): Case =>
  offer((o, setup) => {
    o.plan = made;
    more(o, setup);
  });

describe("adjustments, in their order", () => {
  const adjusted = (adjust: Offer["adjust"], amount = "10") =>
    netOrReason(plan(flat(amount), (o) => adjust && (o.adjust = adjust)));

  test("margin, then additions, then the bounds, then rounding", () => {
    const handling = { name: "Handling", amount: { fixed: "1.20" } };
    expect(adjusted({ marginPercent: "7.5", additions: [handling] })).toBe("11.95");
    expect(adjusted({ marginPercent: "-10" })).toBe("9.00");
    // the margin is not put on the handling; the minimum comes after it; the ending after the minimum
    expect(
      adjusted({ marginPercent: "100", additions: [handling], minimum: "25", rounding: { ending: "0.90" } }),
    ).toBe("25.90");
    expect(adjusted({ additions: [handling], maximum: "11", rounding: { step: "0.50", mode: "up" } })).toBe(
      "11.00",
    );
    expect(adjusted({ maximum: "9.30", rounding: { step: "0.50", mode: "up" } })).toBe("9.50");
  });

  test("additions: counted, of the goods, of the cost, of the freight after the margin, of all so far", () => {
    const add = (amount: NonNullable<NonNullable<Offer["adjust"]>["additions"]>[number]["amount"]) =>
      adjusted({
        marginPercent: "10",
        additions: [
          { name: "First", amount: { fixed: "1" } },
          { name: "Second", amount },
        ],
      });
    expect(add({ per: "piece", amount: "0.50" })).toBe("12.50");
    expect(add({ per: "kg", amount: "0.50" })).toBe("13.00");
    expect(add({ percent: "10", of: "goodsValue" })).toBe("13.00");
    expect(add({ percent: "10", of: "cost" })).toBe("12.42");
    expect(add({ percent: "10", of: "freight" })).toBe("13.10");
    expect(add({ percent: "10", of: "subtotal" })).toBe("13.20");
  });

  test("an addition by the fuel index takes that of the carrier that ships", () => {
    const fuel = plan(flat("10"), (o, s) => {
      s.carriers[0]!.fuelIndex = [{ from: "2026-01-01", percent: "12.5" }];
      o.adjust = {
        additions: [{ name: "Fuel", amount: { percentFromFuelIndex: true, of: "freight" } }],
      };
    });
    expect(netOrReason(fuel)).toBe("11.25");
  });

  test.each([
    ["12.01", { step: "0.05", mode: "up" as const }, "12.05"],
    ["12.05", { step: "0.05", mode: "up" as const }, "12.05"],
    ["12.024", { step: "0.05", mode: "nearest" as const }, "12.00"],
    ["12.025", { step: "0.05", mode: "nearest" as const }, "12.05"],
    ["12.90", { ending: "0.90" }, "12.90"],
    ["12.91", { ending: "0.90" }, "13.90"],
    ["0.20", { ending: "0.90" }, "0.90"],
    ["12.00", { ending: "4.90" }, "14.90"],
    ["101", { ending: "95" }, "195.00"],
  ])("%s rounded to %j is %s", (amount, rounding, net) => {
    expect(adjusted({ rounding }, amount)).toBe(net);
  });

  test("what is shown separately is a line of its own, with its own tax, and the parts add up", () => {
    const lines = (adjust: Offer["adjust"], more: (o: Offer, s: Setup) => unknown = () => undefined) =>
      quoteWith(
        plan(flat("10"), (o, s) => {
          s.chargeTypes.push({ code: "cover", name: "Cover", taxPercent: "0" });
          if (adjust) o.adjust = adjust;
          more(o, s);
        }),
      ).offers[0]!;
    const shown = { name: "Packing", amount: { fixed: "2.005" }, showSeparately: true };
    expect(lines({ additions: [shown] }).chargeLines).toEqual([
      { type: "freight", name: "Parcel", net: "10.00", taxPercent: "22", tax: "2.20" },
      { type: "freight", name: "Packing", net: "2.01", taxPercent: "22", tax: "0.44" },
    ]);
    const covered = lines({ additions: [shown, { ...shown, name: "Cover", chargeType: "cover" }] });
    expect(covered).toMatchObject({ net: "14.01", tax: "2.64", gross: "16.65" });
    // a maximum cuts the last addition first
    expect(lines({ additions: [shown], maximum: "1.50" }).chargeLines.map(({ net }) => net)).toEqual([
      "0.00",
      "1.50",
    ]);
    const gross = lines({ additions: [shown] }, (_, s) => (s.channels[0]!.pricesIncludeTax = true));
    expect(gross).toMatchObject({ gross: "12.01", net: "9.84", tax: "2.17" });
  });
});

describe("free delivery", () => {
  const goods = (
    op: ">=" | ">",
    value: string,
    measure: "goodsValue" | "goodsValueIncTax" = "goodsValue",
  ): Condition => ({
    measure,
    op,
    value,
  });
  const free = (conditions: Offer["free"], request = pieces(1), more: Partial<Case> = {}) =>
    quoteWith({ ...plan(flat("5"), (o) => conditions && (o.free = conditions)), request, ...more })
      .offers[0]!;

  test("any or all of the conditions; how much is missing where only goods are", () => {
    expect(free({ anyOf: [goods(">=", "10")] })).toMatchObject({ net: "0.00", free: true });
    expect(free({ anyOf: [goods(">", "10")] })).toMatchObject({
      free: false,
      freeFrom: { threshold: "10.00", missing: "0.01" },
    });
    expect(free({ anyOf: [goods(">=", "75"), goods(">=", "40")] }).freeFrom).toEqual({
      threshold: "40.00",
      missing: "30.00",
    });
    expect(free({ allOf: [goods(">=", "40"), { country: ["EE"] }] }).freeFrom).toEqual({
      threshold: "40.00",
      missing: "30.00",
    });
    expect(free({ allOf: [goods(">=", "40"), { country: ["SE"] }] }).freeFrom).toBeUndefined();
    expect(free({ allOf: [goods(">=", "40"), goods(">=", "50")] }).freeFrom).toBeUndefined();
    expect(
      free({ anyOf: [{ not: { measure: "goodsValue", op: "<", value: "40" } }] }).freeFrom?.missing,
    ).toBe("30.00");
    expect(free({ anyOf: [{ coupon: ["HONEY"] }] }).freeFrom).toBeUndefined();
  });

  test("the tax basis and discounts are those the condition names", () => {
    // 10.00 and 22 % tax
    expect(free({ anyOf: [goods(">=", "12.20", "goodsValueIncTax")] }).free).toBe(true);
    expect(free({ anyOf: [goods(">=", "12.21", "goodsValueIncTax")] }).freeFrom?.missing).toBe("0.01");
    const cut = pieces(1, { discount: "1" });
    expect(free({ anyOf: [goods(">=", "10")] }, cut).free).toBe(false);
    expect(free({ anyOf: [{ measure: "goodsValueBeforeDiscount", op: ">=", value: "10" }] }, cut).free).toBe(
      true,
    );
    expect(
      free({ anyOf: [{ measure: "goodsValueBeforeDiscountIncTax", op: ">=", value: "12.20" }] }, cut).free,
    ).toBe(true);
  });

  test("prices with tax: a threshold without tax is reached exactly", () => {
    const inclusive = plan(flat("5"), (o, s) => {
      s.channels[0]!.pricesIncludeTax = true;
      o.free = { anyOf: [goods(">=", "50")] };
    });
    // together they are 61.00 with 22 % tax, exactly 50 without; each by itself would leave a rest
    const lines = ["20.34", "20.33", "20.33"].map((unitPrice) => ({ sku: "BOX", quantity: 1, unitPrice }));
    expect(quoteWith({ ...inclusive, request: { lines } }).offers[0]!.free).toBe(true);
  });

  test("money of a condition is home money, converted for a channel of another currency", () => {
    const kronor = plan(flat("5"), (o, s) => {
      s.exchangeRates = [{ from: "SEK", to: "EUR", rate: "0.1", asOf: "2026-01-01" }];
      s.channels[0]!.currency = "SEK";
      o.free = { anyOf: [goods(">=", "75")] };
    });
    expect(quoteWith(kronor).offers[0]).toMatchObject({
      net: "50.00",
      freeFrom: { threshold: "750.00", missing: "650.00" },
    });
  });
});

describe("when a free offer is given", () => {
  const offers = (change: (s: Setup) => unknown) => ({
    setup: (s: Setup) => {
      const [first] = s.offers;
      const express = { ...s.services[0]!, code: "FAST", name: "Fast", transit: { minDays: 0, maxDays: 1 } };
      s.services.push(express);
      s.offers = [
        { ...first!, code: "free", plan: flat("0") },
        { ...first!, code: "same", plan: flat("5") },
        { ...first!, code: "fast", services: ["FAST"], plan: flat("9") },
      ];
      change(s);
    },
  });
  const given = (change: (s: Setup) => unknown) => quoteWith(offers(change));

  test("lists all, or leaves out what costs more and is no faster", () => {
    expect(given(() => undefined).offers.map(({ offer }) => offer)).toEqual(["free", "same", "fast"]);
    const dropped = given((s) => (s.channels[0]!.whenFree = "dropSlowerOrEqual"));
    expect(dropped.offers.map(({ offer }) => offer)).toEqual(["free", "fast"]);
    expect(dropped.withheld).toMatchObject([
      { offer: "same", reason: "free-offer-given", rejection: { source: "channels/web/whenFree" } },
    ]);
  });

  test("goods ready for collection drop nothing that is brought to the door", () => {
    const collection = given((s) => {
      s.channels[0]!.whenFree = "dropSlowerOrEqual";
      s.offers[0]!.tier = "collection";
    });
    expect(collection.offers).toHaveLength(3);
  });
});

describe("tax of the goods", () => {
  const books = (deliveryTax: NonNullable<Setup["business"]["deliveryTax"]>, inclusive = false) =>
    quoteWith({
      ...plan(flat("10"), (_, s) => {
        s.business.deliveryTax = deliveryTax;
        s.channels[0]!.pricesIncludeTax = inclusive;
      }),
      request: {
        lines: [
          { sku: "BOX", quantity: 1, unitPrice: "30", taxPercent: "22" },
          { sku: "BOX", quantity: 1, unitPrice: "10", taxPercent: "9" },
        ],
      },
    }).offers[0]!;

  test("fixed, the highest, or weighted by their value", () => {
    expect(books("fixed").tax).toBe("2.20");
    expect(books("highestOfGoods").tax).toBe("2.20");
    // (30 × 22 + 10 × 9) ÷ 40 = 18.75 %
    expect(books("weightedByGoods")).toMatchObject({ tax: "1.88", chargeLines: [{ taxPercent: "18.75" }] });
    // values without tax weigh: 24.59… and 9.17…
    expect(books("weightedByGoods", true)).toMatchObject({ gross: "10.00", net: "8.44", tax: "1.56" });
  });

  test("goods worth nothing weigh nothing: the highest counts", () => {
    const nothing = plan(flat("10"), (_, s) => (s.business.deliveryTax = "weightedByGoods"));
    expect(
      quoteWith({ ...nothing, request: pieces(1, { unitPrice: "0", taxPercent: "9" }) }).offers[0]?.tax,
    ).toBe("0.90");
  });
});
