import {
  box,
  kg,
  netOrReason,
  offer,
  pieces,
  quoteWith,
  sized,
  type Case,
} from "../../../tests/support/quote-with";
import type { Condition } from "../setup/condition";
import type { Offer } from "../setup/offer";
import type { Plan } from "../setup/plan";
import type { Setup } from "../setup/setup";

type Ladder = Extract<Plan, { kind: "ladder" }>;
const flat = (amount: string): Plan => ({ kind: "flat", amount, per: "order" });
const plan = (made: Plan, more: (offer: Offer, setup: Setup) => unknown = () => undefined): Case =>
  offer((o, setup) => {
    o.plan = made;
    more(o, setup);
  });
const heavier = (value: string): Condition => ({ measure: "actualWeight", unit: "kg", op: ">", value });

describe("ladders", () => {
  const rules: Ladder["rules"] = [
    { when: [heavier("9")], then: { terms: [{ constant: "30" }] } },
    { when: [heavier("5")], then: { terms: [{ constant: "12" }] } },
    { when: [heavier("3")], then: { terms: [{ constant: "20" }] } },
  ];
  const ladder = (match: Ladder["match"], more: Partial<Ladder> = {}) =>
    plan({ kind: "ladder", match, rules, ...more });

  test.each([
    ["first", "12.00"],
    ["lowest", "12.00"],
    ["highest", "20.00"],
    ["sum", "32.00"],
  ] as const)("of two rules that match, the %s: %s", (match, net) => {
    expect(netOrReason({ ...ladder(match), request: pieces(4) })).toBe(net);
  });

  test("exactly at an edge a strict rule does not match; none at all is otherwise, or no rule matched", () => {
    const six = { request: pieces(3), items: [{ ...box, weight: kg("1.6666") }] };
    expect(netOrReason({ ...ladder("first"), ...six })).toBe("20.00");
    expect(netOrReason(ladder("first"))).toBe("no-rule-matched");
    expect(netOrReason(ladder("sum", { otherwise: { costPlus: true } }))).toBe("4.20");
    expect(netOrReason(ladder("first", { otherwise: { withhold: "Ask us." } }))).toBe("withheld-by-rule");
  });

  test("a matching rule that withholds does so; a tariff without a rate gives its own reason, or is left aside", () => {
    const withhold = { when: [heavier("1")], then: { withhold: "By appointment." } };
    expect(netOrReason({ ...ladder("lowest", { rules: [...rules, withhold] }), request: pieces(4) })).toBe(
      "withheld-by-rule",
    );
    const table = { when: [], then: { tariff: "PARCEL-BUY" } };
    const over = { items: [{ ...box, weight: kg("31") }] };
    const free = (s: Setup) => (s.services[0]!.rate = { none: true });
    const with31 = (match: Ladder["match"]) =>
      netOrReason({
        ...plan({ kind: "ladder", match, rules: [table, ...rules] }, (_, s) => free(s)),
        ...over,
      });
    expect([with31("first"), with31("lowest"), with31("sum")]).toEqual([
      "above-last-break",
      "12.00",
      "above-last-break",
    ]);
  });

  test("a rule that needs a weight that is missing is passed over", () => {
    const items = [{ sku: "BOX", name: "Box" }];
    const none = (s: Setup) => (s.services[0]!.rate = { none: true });
    const withoutWeight = (last: Ladder["rules"][number]) =>
      quoteWith({
        ...plan({ kind: "ladder", match: "first", rules: [...rules, last] }, (_, s) => none(s)),
        items,
      });
    expect(withoutWeight({ when: [], then: { terms: [{ constant: "7" }] } }).offers[0]?.net).toBe("7.00");
    expect(
      withoutWeight({ when: [{ not: heavier("1") }], then: { free: true } }).withheld[0]?.rejection,
    ).toEqual({
      reason: "no-rule-matched",
      inputs: { passedOver: [1, 2, 3, 4].map((rule) => ({ rule, missing: "weight-missing" })) },
      source: "offers/parcel/plan/rules",
    });
    const perKg = { when: [], then: { terms: [{ measure: "actualWeight" as const, amount: "1" }] } };
    expect(withoutWeight(perKg).withheld[0]?.reason).toBe("no-rule-matched");
  });

  test("a rule that says free is free: no margin, no handling, no minimum and no ending is put on it", () => {
    const adjust: Offer["adjust"] = {
      additions: [{ name: "Handling", amount: { fixed: "2" } }],
      minimum: "5",
      rounding: { ending: "0.90" },
    };
    const [given] = quoteWith(
      plan(
        { kind: "ladder", match: "first", rules: [{ when: [], then: { free: true } }] },
        (o) => (o.adjust = adjust),
      ),
    ).offers;
    expect(given).toMatchObject({ net: "0.00", free: true, chargeLines: [{ net: "0.00" }] });
  });
});

describe("terms", () => {
  test.each<[string, Extract<Plan, { kind: "terms" }>["terms"], string]>([
    [
      "a constant and so much a kg",
      [{ constant: "3" }, { measure: "actualWeight", unit: "kg", amount: "0.5" }],
      "6.00",
    ],
    ["the same in grams", [{ measure: "actualWeight", unit: "g", amount: "0.001" }], "6.00"],
    [
      "pieces, lines and parcels",
      [
        { measure: "quantity", amount: "2" },
        { measure: "lines", amount: "0.5" },
        { measure: "parcels", amount: "0.1" },
      ],
      "6.60",
    ],
    ["percent of the goods without tax", [{ percent: "10", of: "goodsValue" }], "3.00"],
    ["percent of what it costs", [{ percent: "50", of: "cost" }], "3.95"],
    ["less than nothing is nothing", [{ constant: "-3" }], "0.00"],
    ["volume in litres", [{ measure: "volume", unit: "l", amount: "0.05" }], "3.00"],
    ["the longest side in metres", [{ measure: "longestSide", unit: "m", amount: "4" }], "4.00"],
  ])("%s", (_, terms, net) => {
    expect(netOrReason({ ...plan({ kind: "terms", terms }), items: [sized], request: pieces(3) })).toBe(net);
  });

  test("a size that is missing withholds", () => {
    expect(netOrReason(plan({ kind: "terms", terms: [{ measure: "longestSide", amount: "1" }] }))).toBe(
      "size-missing",
    );
  });
});

describe("by goods class", () => {
  const classes: Plan = {
    kind: "byGoodsClass",
    combine: "sum",
    classes: [
      { goodsClass: "bulky", terms: [{ measure: "quantity", amount: "9" }] },
      { goodsClass: "liquid", terms: [{ measure: "actualWeight", amount: "0.5" }] },
    ],
    otherwise: [{ constant: "4" }],
  };
  const items = [
    box,
    { ...box, sku: "HIVE", goodsClass: "bulky" },
    { ...box, sku: "HONEY", goodsClass: "liquid" },
  ];
  const named = (s: Setup) => (s.goodsClasses = ["bulky", "liquid"].map((code) => ({ code, name: code })));
  const charge = (lines: [string, number][], change: (made: typeof classes) => unknown = () => undefined) => {
    const made = structuredClone(classes);
    change(made);
    return netOrReason({
      ...plan(made, (_, s) => named(s)),
      items,
      request: { lines: lines.map(([sku, quantity]) => ({ sku, quantity })) },
    });
  };

  test("each class's terms over its own part, the rest together, summed or the highest", () => {
    expect(
      charge([
        ["HIVE", 2],
        ["HONEY", 3],
      ]),
    ).toBe("21.00");
    expect(
      charge([
        ["HIVE", 1],
        ["HONEY", 3],
        ["BOX", 1],
      ]),
    ).toBe("16.00");
    expect(
      charge(
        [
          ["HIVE", 1],
          ["HONEY", 3],
          ["BOX", 1],
        ],
        (p) => "combine" in p && (p.combine = "highest"),
      ),
    ).toBe("9.00");
  });

  test("goods of no listed class without otherwise withhold", () => {
    expect(charge([["BOX", 1]], (p) => "otherwise" in p && delete p.otherwise)).toBe("no-rule-matched");
  });
});

describe("item exceptions", () => {
  const perKg: Plan = { kind: "flat", amount: "1", per: "kg" };
  const items = [box, { ...box, sku: "OAK", goodsClass: "bulky" }];
  const both = {
    items,
    request: {
      lines: [
        { sku: "BOX", quantity: 1 },
        { sku: "OAK", quantity: 2 },
      ],
    },
  };
  const except = (exceptions: Setup["itemExceptions"]) =>
    netOrReason({
      ...plan(perKg, (_, s) => {
        s.goodsClasses = [{ code: "bulky", name: "Bulky" }];
        s.itemExceptions = exceptions;
      }),
      ...both,
    });

  test("instead leaves the measures and adds its amount a piece; extra is added; ships free leaves at no charge", () => {
    expect(except([])).toBe("6.00");
    expect(except([{ item: "OAK", do: { instead: "9" } }])).toBe("20.00");
    expect(except([{ item: "OAK", do: { extra: "2.50" } }])).toBe("11.00");
    expect(except([{ item: "OAK", do: "shipsFree" }])).toBe("2.00");
    expect(except([{ item: "OAK", do: "ban" }])).toBe("item-banned");
  });

  test("nothing left in the measures: the plan adds nothing, a per-order amount neither", () => {
    const all: Setup["itemExceptions"] = [{ do: { instead: "3" } }];
    expect(netOrReason({ ...plan(flat("7"), (_, s) => (s.itemExceptions = all)), request: pieces(2) })).toBe(
      "6.00",
    );
    expect(except([{ do: "shipsFree" }])).toBe("0.00");
  });

  test("the most specific counts: item, then class, then any; then offer; then place; then the earlier", () => {
    expect(
      except([
        { do: { extra: "1" } },
        { goodsClass: "bulky", do: { extra: "2" } },
        { item: "OAK", do: { extra: "4" } },
      ]),
    ).toBe("15.00");
    expect(
      except([
        { item: "OAK", do: { extra: "1" } },
        { item: "OAK", offer: "parcel", do: { extra: "4" } },
      ]),
    ).toBe("14.00");
    expect(
      except([
        { item: "OAK", destinations: [{ country: "*" }], do: { extra: "1" } },
        { item: "OAK", destinations: [{ country: "EE" }], do: { extra: "4" } },
        { item: "OAK", destinations: [{ country: "SE" }], do: "ban" },
      ]),
    ).toBe("14.00");
    expect(
      except([
        { item: "OAK", do: { extra: "4" } },
        { item: "OAK", do: "ban" },
      ]),
    ).toBe("14.00");
  });
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
    // 40.00 + 21.00 with 22 % tax are exactly 50 without
    const lines = ["40.00", "21.00"].map((unitPrice) => ({ sku: "BOX", quantity: 1, unitPrice }));
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
