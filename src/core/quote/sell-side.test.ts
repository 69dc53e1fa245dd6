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
    // the item goes before the offer: the two of OAK take 4 each, the box takes 1
    expect(
      except([
        { offer: "parcel", do: { extra: "1" } },
        { item: "OAK", do: { extra: "4" } },
      ]),
    ).toBe("15.00");
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
