import { box, kg, offer, pieces, quoteWith, type Case } from "../../../tests/support/quote-with";
import type { Setup } from "../setup/setup";

type Plan = Setup["offers"][number]["plan"];

/** The steps of the plan and the charge of the one offer, as code, result and source; `…` stands for the offer's path. */
function told(of: Case): string[] {
  const quoted = quoteWith(of);
  const working = quoted.offers[0]?.working ?? quoted.withheld[0]?.working ?? [];
  return working
    .filter(({ station }) => station === "plan" || station === "charge")
    .map(({ code, result, source }) =>
      [code, result, source?.replace(/^offers\/parcel/, "…")].filter(Boolean).join(" "),
    );
}

/** Why the one offer is withheld: reason, figures and source. */
function withheld(of: Case) {
  const [one] = quoteWith(of).withheld;
  return one && { reason: one.reason, inputs: one.rejection.inputs, source: one.rejection.source };
}

const planned = (plan: Plan, more: Partial<Case> = {}): Case => ({
  ...offer((o) => (o.plan = plan)),
  ...more,
});
const constant = (amount: string) => ({ terms: [{ constant: amount }] });
const kilograms = (op: ">=" | "<", value: string) => [
  { measure: "actualWeight" as const, unit: "kg", op, value },
];
const ladder = (
  match: "first" | "lowest" | "highest" | "sum",
  rules: Extract<Plan, { kind: "ladder" }>["rules"],
  more = {},
): Plan => ({
  kind: "ladder",
  match,
  rules,
  ...more,
});
const unsold = (s: Setup) => {
  const [tariff] = structuredClone(s.tariffs);
  s.tariffs.push({ ...tariff!, code: "SELL", name: "Sell", side: "sell" });
  s.tariffs[1]!.editions[0]!.rows = [];
};

describe("a ladder", () => {
  const three = [
    { when: kilograms(">=", "1"), then: constant("3") },
    { name: "Heavy", when: kilograms(">=", "2"), then: constant("1") },
    { when: kilograms(">=", "3"), then: constant("9") },
  ];

  test("the first that matches decides alone, and only its steps are told", () => {
    expect(told(planned(ladder("first", three)))).toEqual([
      "rule-matched …/plan/rules/0",
      "plan-terms 3.00 …/plan/rules/0/then/terms",
      "tax-added 3.66 business/deliveryTaxPercent",
    ]);
  });

  test.each([
    ["lowest", "1.00", "…/plan/rules/1", "…/plan/rules/1/then/terms"],
    ["highest", "3.00", "…/plan/rules/0", "…/plan/rules/0/then/terms"],
  ] as const)("the %s of those that match: %s", (match, charge, rule, terms) => {
    expect(told(planned(ladder(match, three))).slice(0, 3)).toEqual([
      `rule-matched ${rule}`,
      `plan-terms ${charge} ${terms}`,
      `rules-combined ${charge} …/plan/match`,
    ]);
  });

  test("the sum tells each rule and then the sum; of one rule there is nothing to add up", () => {
    expect(told(planned(ladder("sum", three))).slice(0, 5)).toEqual([
      "rule-matched …/plan/rules/0",
      "plan-terms 3.00 …/plan/rules/0/then/terms",
      "rule-matched …/plan/rules/1",
      "plan-terms 1.00 …/plan/rules/1/then/terms",
      "rules-combined 4.00 …/plan/match",
    ]);
    for (const match of ["sum", "lowest"] as const)
      expect(told(planned(ladder(match, three.slice(0, 1)))).slice(0, 3)).toEqual([
        "rule-matched …/plan/rules/0",
        "plan-terms 3.00 …/plan/rules/0/then/terms",
        "tax-added 3.66 business/deliveryTaxPercent",
      ]);
  });

  test("free among others is nothing added; free alone, or free all of them, makes the offer free", () => {
    const free = { when: kilograms(">=", "1"), then: { free: true as const } };
    const minimum = (rules: Extract<Plan, { kind: "ladder" }>["rules"]) =>
      quoteWith(
        offer((o) => {
          o.plan = ladder("sum", rules);
          o.adjust = { minimum: "5" };
        }),
      ).offers[0]!.net;
    // a minimum raises what is charged, and nothing that is free
    expect(minimum([free, three[0]!])).toBe("5.00");
    expect(minimum([free, free])).toBe("0.00");
    expect(minimum([free])).toBe("0.00");
  });

  test("a rule without a rate is left out of lowest and highest, stops a sum, and a rule that withholds stops all", () => {
    const no = { when: kilograms(">=", "1"), then: { tariff: "SELL" } };
    const stop = { when: kilograms(">=", "1"), then: { withhold: "Not this." } };
    const of = (
      match: "lowest" | "highest" | "sum" | "first",
      rules: Extract<Plan, { kind: "ladder" }>["rules"],
    ): Case =>
      offer((o, s) => {
        unsold(s);
        o.plan = ladder(match, rules);
      });
    const noRate = {
      reason: "no-rate",
      inputs: { tariff: "Sell", zone: "1" },
      source: "tariffs/SELL/editions/2026/zones",
    };
    for (const match of ["lowest", "highest"] as const) {
      expect(quoteWith(of(match, [no, three[0]!])).offers[0]!.net).toBe("3.00");
      expect(withheld(of(match, [no, no]))).toEqual(noRate);
    }
    expect(withheld(of("sum", [three[0]!, no]))).toEqual(noRate);
    expect(withheld(of("first", [no, three[0]!]))).toEqual(noRate);
    const withheldBy = {
      reason: "withheld-by-rule",
      inputs: { text: "Not this." },
      source: "offers/parcel/plan/rules/1/then",
    };
    for (const match of ["lowest", "highest", "sum"] as const)
      expect(withheld(of(match, [three[0]!, stop]))).toEqual(withheldBy);
    expect(quoteWith(of("first", [three[0]!, stop])).offers[0]!.net).toBe("3.00");
  });

  test("rules that lack a figure are passed over, each told by its place; nothing else matches: otherwise, or withheld with them", () => {
    const lacking = [
      {
        when: [{ measure: "longestSide" as const, unit: "cm", op: "<" as const, value: "9" }],
        then: constant("1"),
      },
      { when: kilograms("<", "1"), then: constant("2") },
      { when: [], then: { terms: [{ measure: "volume" as const, unit: "l", amount: "1" }] } },
    ];
    expect(told(planned(ladder("first", lacking, { otherwise: constant("7") }))).slice(0, 4)).toEqual([
      "rule-passed-over …/plan/rules/0",
      "rule-passed-over …/plan/rules/2",
      "rule-otherwise …/plan/otherwise",
      "plan-terms 7.00 …/plan/otherwise/terms",
    ]);
    expect(withheld(planned(ladder("first", lacking)))).toEqual({
      reason: "no-rule-matched",
      inputs: {
        passedOver: [
          { rule: 1, missing: "size-missing" },
          { rule: 3, missing: "size-missing" },
        ],
      },
      source: "offers/parcel/plan/rules",
    });
  });
});

describe("by goods class", () => {
  const classed = (goodsClass: string | undefined, sku: string) => ({
    ...box,
    sku,
    ...(goodsClass ? { goodsClass } : {}),
  });
  const of = (
    plan: Partial<Extract<Plan, { kind: "byGoodsClass" }>>,
    classes: readonly (string | undefined)[],
  ): Case => ({
    ...offer((o, s) => {
      s.goodsClasses = ["bulky", "live", "small"].map((code) => ({ code, name: code }));
      o.plan = {
        kind: "byGoodsClass",
        combine: "sum",
        classes: [
          { goodsClass: "bulky", terms: [{ measure: "quantity", amount: "9" }] },
          { goodsClass: "live", terms: [{ measure: "actualWeight", unit: "kg", amount: "2" }] },
        ],
        ...plan,
      };
    }),
    items: classes.map((code, i) => classed(code, `I${i}`)),
    request: { lines: classes.map((_, i) => ({ sku: `I${i}`, quantity: 1 })) },
  });

  test("each class over its own goods, the rest together by otherwise, each told by its class", () => {
    expect(
      told(
        of({ otherwise: [{ measure: "quantity", amount: "0.5" }] }, ["bulky", "live", "small", undefined]),
      ).slice(0, 7),
    ).toEqual([
      "goods-class-charged …/plan/classes/bulky/terms",
      "plan-terms 9.00 …/plan/classes/bulky/terms",
      "goods-class-charged …/plan/classes/live/terms",
      "plan-terms 4.00 …/plan/classes/live/terms",
      "goods-class-charged …/plan/otherwise",
      "plan-terms 1.00 …/plan/otherwise",
      "classes-combined 14.00 …/plan/combine",
    ]);
    const working = quoteWith(of({ otherwise: [{ constant: "1" }] }, ["bulky", undefined])).offers[0]!
      .working!;
    expect(working.filter(({ code }) => code === "goods-class-charged").map(({ inputs }) => inputs)).toEqual([
      { goodsClass: "bulky" },
      {},
    ]);
  });

  test("the highest class counts alone; one class is combined with nothing", () => {
    expect(quoteWith(of({ combine: "highest" }, ["live", "bulky"])).offers[0]!.net).toBe("9.00");
    expect(quoteWith(of({ combine: "highest" }, ["bulky", "live"])).offers[0]!.net).toBe("9.00");
    expect(told(of({}, ["live"]))).toEqual([
      "goods-class-charged …/plan/classes/live/terms",
      "plan-terms 4.00 …/plan/classes/live/terms",
      "tax-added 4.88 business/deliveryTaxPercent",
    ]);
  });

  test("goods of no listed class without an otherwise, and a class whose figure is missing, withhold", () => {
    for (const stranger of ["small", undefined])
      expect(withheld(of({}, ["bulky", stranger]))).toEqual({
        reason: "no-rule-matched",
        inputs: { passedOver: [] },
        source: "offers/parcel/plan/classes",
      });
    const volume = [{ goodsClass: "bulky", terms: [{ measure: "volume" as const, unit: "l", amount: "1" }] }];
    expect(withheld(of({ classes: volume }, ["bulky"]))).toEqual({
      reason: "size-missing",
      inputs: { skus: ["I0"] },
      source: "offers/parcel/plan/classes/bulky/terms",
    });
  });
});

describe("terms tell what each is made of", () => {
  const parts = (terms: Extract<Plan, { kind: "terms" }>["terms"], more: Partial<Case> = {}) => {
    const of = planned({ kind: "terms", terms }, more);
    const working = quoteWith(of).offers[0]!.working!;
    const step = working.find(({ code }) => code === "plan-terms");
    return step?.code === "plan-terms"
      ? step.inputs.parts.map(({ of: quantity, value }) => [quantity, value.amount])
      : [];
  };

  test("a constant is of nothing, weights are in the unit of the term, money in its currency, counts in none", () => {
    expect(
      parts([
        { constant: "1" },
        { measure: "actualWeight", unit: "g", amount: "0.001" },
        { measure: "quantity", amount: "2" },
        { percent: "10", of: "goodsValue" },
        { measure: "cost", amount: "0.5" },
      ]),
    ).toEqual([
      [undefined, "1.00"],
      [{ value: "2000", unit: "g" }, "2.00"],
      [{ value: "1", unit: "" }, "2.00"],
      [{ value: "10", unit: "EUR" }, "1.00"],
      [{ value: "4.2", unit: "EUR" }, "2.10"],
    ]);
  });

  test("where prices include tax a term by cost is of the cost with it, told before", () => {
    const of: Case = {
      setup: (s) => {
        s.channels[0]!.pricesIncludeTax = true;
        delete s.offers[0]!.adjust;
        s.offers[0]!.plan = { kind: "terms", terms: [{ constant: "1" }, { measure: "cost", amount: "0.5" }] };
      },
    };
    // 4.20 and 22 %
    expect(told(of).slice(0, 2)).toEqual([
      "cost-with-tax 5.12 business/deliveryTaxPercent",
      "plan-terms 3.56 …/plan/terms",
    ]);
    const step = quoteWith(of).offers[0]!.working!.find(({ code }) => code === "plan-terms");
    expect(step).toMatchObject({ inputs: { parts: [{}, { of: { value: "5.124", unit: "EUR" } }] } });
    const bare: Case = {
      setup: (s) => {
        of.setup?.(s);
        s.offers[0]!.plan = { kind: "terms", terms: [{ constant: "1" }] };
      },
    };
    expect(told(bare)[0]).toBe("plan-terms 1.00 …/plan/terms");
  });

  test("a distance is in kilometres", () => {
    const of = parts([{ measure: "distance", amount: "0.01" }], {
      setup: (s) => {
        s.origins[0]!.position = { lat: 58.37, lon: 26.72 };
        delete s.offers[0]!.adjust;
        s.offers[0]!.plan = { kind: "terms", terms: [{ measure: "distance", amount: "0.01" }] };
      },
    });
    expect(of[0]![0]).toMatchObject({ unit: "km" });
  });
});

test("several shipments: charged each, told with how; free of one alone is not free of all", () => {
  const of = (
    charged: "perShipmentSum" | "perShipmentHighest",
    rules: Extract<Plan, { kind: "ladder" }>["rules"],
  ): Case => ({
    setup: (s) => {
      s.origins.push({ ...structuredClone(s.origins[0]!), code: "BARN", name: "Barn", rank: 2 });
      s.sourcing.split = "byPiece";
      s.offers[0]!.charged = charged;
      s.offers[0]!.adjust = { minimum: "2" };
      s.offers[0]!.plan = ladder("first", rules, { otherwise: { free: true } });
    },
    items: [{ ...box, stock: ["SHED", "BARN"].map((origin, i) => ({ origin, quantity: i + 1 })) }],
    request: pieces(3),
  });
  const heavy = [{ when: kilograms(">=", "3"), then: constant("8") }];
  // 4 kg from the barn, 2 kg from the shed
  expect(told(of("perShipmentSum", heavy))).toContain("shipments-charged 8.00 …/charged");
  expect(quoteWith(of("perShipmentHighest", heavy)).offers[0]!.net).toBe("8.00");
  expect(quoteWith(of("perShipmentSum", [])).offers[0]!.net).toBe("0.00");
  expect(told({ ...of("perShipmentSum", heavy), request: pieces(1) }).join()).not.toContain(
    "shipments-charged",
  );
});

describe("adjustments", () => {
  const adjusted = (
    adjust: NonNullable<Setup["offers"][number]["adjust"]>,
    more: Partial<Case> = {},
  ): Case => ({
    ...offer((o) => {
      o.plan = { kind: "flat", amount: "5", per: "order" };
      o.adjust = adjust;
    }),
    ...more,
  });

  test("each is told with where it is set, in their order; what changes nothing is not told", () => {
    expect(
      told(
        adjusted({
          marginPercent: "10",
          additions: [{ name: "Handling", amount: { fixed: "1" } }],
          minimum: "7",
          maximum: "20",
          rounding: { ending: "0.90" },
        }),
      ),
    ).toEqual([
      "plan-flat 5.00 …/plan/amount",
      "margin-added 5.50 …/adjust/marginPercent",
      "addition-added 6.50 …/adjust/additions/0",
      "charge-minimum 7.00 …/adjust/minimum",
      "charge-stepped 7.90 …/adjust/rounding",
      "tax-added 9.64 business/deliveryTaxPercent",
    ]);
    expect(told(adjusted({ maximum: "4", rounding: { step: "0.5", mode: "up" } }))).toEqual([
      "plan-flat 5.00 …/plan/amount",
      "charge-maximum 4.00 …/adjust/maximum",
      "tax-added 4.88 business/deliveryTaxPercent",
    ]);
  });

  test("a step and an ending tell what they were and from where", () => {
    const stepped = (rounding: NonNullable<NonNullable<Setup["offers"][number]["adjust"]>["rounding"]>) =>
      quoteWith(adjusted({ marginPercent: "3", rounding })).offers[0]!.working!.find(
        ({ code }) => code === "charge-stepped",
      )?.inputs;
    const before = { amount: "5.15", currency: "EUR" };
    expect(stepped({ step: "0.20", mode: "nearest" })).toEqual({ before, step: "0.2", mode: "nearest" });
    expect(stepped({ step: "0.20", mode: "up" })).toEqual({ before, step: "0.2", mode: "up" });
    expect(stepped({ ending: "0.90" })).toEqual({ before, ending: "0.90" });
  });

  test("an addition is a line of its own only where it says so", () => {
    const lines = (showSeparately: boolean | undefined) =>
      quoteWith(
        adjusted({
          additions: [
            {
              name: "Handling",
              amount: { fixed: "1" },
              ...(showSeparately === undefined ? {} : { showSeparately }),
            },
          ],
        }),
      ).offers[0]!.chargeLines.map(({ name, net }) => [name, net]);
    expect(lines(true)).toEqual([
      ["Parcel", "5.00"],
      ["Handling", "1.00"],
    ]);
    expect(lines(false)).toEqual([["Parcel", "6.00"]]);
    expect(lines(undefined)).toEqual([["Parcel", "6.00"]]);
  });

  test("an addition whose condition or amount can't be known withholds the offer, told by its place", () => {
    const weightless = { items: [{ sku: "BOX", name: "Box", unitPrice: "10" }] };
    const free = { setup: (s: Setup) => (s.services[0]!.rate = { none: true }) };
    const of = (
      addition: NonNullable<NonNullable<Setup["offers"][number]["adjust"]>["additions"]>[number],
    ): Case => {
      const own = adjusted({ additions: [{ name: "First", amount: { fixed: "1" } }, addition] });
      return { ...weightless, setup: (s) => [own.setup?.(s), free.setup(s)] };
    };
    const missing = {
      reason: "weight-missing",
      inputs: { skus: ["BOX"] },
      source: "offers/parcel/adjust/additions/1",
    };
    expect(withheld(of({ name: "Each kg", amount: { per: "kg", amount: "1" } }))).toEqual(missing);
    expect(withheld(of({ name: "Heavy", when: kilograms(">=", "9"), amount: { fixed: "1" } }))).toEqual(
      missing,
    );
  });

  test("the fuel index of an addition is the highest of the carriers that ship", () => {
    const of = (first: string, second: string): Case => ({
      setup: (s) => {
        s.origins.push({ ...structuredClone(s.origins[0]!), code: "BARN", name: "Barn", rank: 2 });
        s.sourcing.split = "byPiece";
        const [carrier] = s.carriers;
        s.carriers.push({ ...structuredClone(carrier!), code: "ROAD", name: "Road" });
        [first, second].forEach(
          (percent, i) => (s.carriers[i]!.fuelIndex = [{ from: "2026-01-01", percent }]),
        );
        s.services[0]!.origins = ["SHED"];
        s.services.push({
          ...structuredClone(s.services[0]!),
          code: "VAN",
          name: "Van",
          carrier: "ROAD",
          origins: ["BARN"],
        });
        s.offers[0]!.services.push("VAN");
        s.offers[0]!.plan = { kind: "flat", amount: "10", per: "order" };
        s.offers[0]!.adjust = {
          additions: [{ name: "Fuel", amount: { percentFromFuelIndex: true, of: "freight" } }],
        };
      },
      items: [{ ...box, stock: ["SHED", "BARN"].map((origin) => ({ origin, quantity: 1 })) }],
      request: pieces(2),
    });
    expect(quoteWith(of("10", "20")).offers[0]!.net).toBe("12.00");
    expect(quoteWith(of("20", "10")).offers[0]!.net).toBe("12.00");
    expect(quoteWith(of("0", "0")).offers[0]!.net).toBe("10.00");
  });

  test("only what is taken from the cost tells of its tax", () => {
    const taxed = (amount: { percent: string; of: "cost" | "goodsValue" } | { fixed: string }) =>
      told({
        setup: (s) => {
          s.channels[0]!.pricesIncludeTax = true;
          s.offers[0]!.plan = { kind: "terms", terms: [{ constant: "5" }] };
          s.offers[0]!.adjust = { additions: [{ name: "Part", amount }] };
        },
      }).filter((step) => step.startsWith("cost-with-tax"));
    expect(taxed({ percent: "50", of: "cost" })).toEqual(["cost-with-tax 5.12 business/deliveryTaxPercent"]);
    expect(taxed({ percent: "50", of: "goodsValue" })).toEqual([]);
    expect(taxed({ fixed: "1" })).toEqual([]);
  });
});

test("exceptions: an extra of nothing adds nothing, what all pieces leave is told once, classes and places narrow", () => {
  const excepted = (exceptions: Setup["itemExceptions"], more: Partial<Case> = {}): Case => ({
    ...offer((o, s) => {
      s.goodsClasses = [{ code: "bulky", name: "Bulky" }];
      o.plan = { kind: "flat", amount: "5", per: "order" };
      s.itemExceptions = exceptions;
    }),
    ...more,
  });
  const net = (of: Case) => quoteWith(of).offers[0]?.net;
  const bulky = { items: [{ ...box, goodsClass: "bulky", weight: kg("2") }] };
  expect(net(excepted([{ item: "BOX", do: { extra: "0" } }]))).toBe("5.00");
  expect(net(excepted([{ item: "BOX", do: { extra: "1.5" } }], { request: pieces(2) }))).toBe("8.00");
  expect(told(excepted([{ item: "BOX", do: { instead: "3" } }], { request: pieces(2) })).slice(0, 2)).toEqual(
    ["item-exception 6.00 itemExceptions/BOX/any/any", "nothing-left-to-charge …"],
  );
  expect(net(excepted([{ goodsClass: "bulky", do: { extra: "1" } }]))).toBe("5.00");
  expect(net(excepted([{ goodsClass: "bulky", do: { extra: "1" } }], bulky))).toBe("6.00");
  expect(
    net(
      excepted(
        [
          { item: "BOX", goodsClass: "bulky", do: { extra: "1" } },
          { item: "BOX", do: { extra: "2" } },
        ],
        bulky,
      ),
    ),
  ).toBe("6.00");
  const elsewhere = { item: "BOX", destinations: [{ country: "SE" }], do: { extra: "1" } };
  expect(net(excepted([elsewhere]))).toBe("5.00");
  expect(
    withheld(excepted([{ item: "BOX", offer: "parcel", destinations: [{ country: "EE" }], do: "ban" }])),
  ).toEqual({
    reason: "item-banned",
    inputs: { sku: "BOX" },
    source: "itemExceptions/BOX/parcel/EE",
  });
});
