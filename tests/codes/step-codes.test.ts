import type { StepCode } from "@/core/working/step";
import { stepCodes, stepSentence } from "@/messages/step-sentence";
import type { Setup } from "@/core/setup/setup";
import { box, kg, offer, pieces, quoteWith, service, sized, type Case } from "../support/quote-with";

const plan = (made: Setup["offers"][number]["plan"]): Case => offer((o) => (o.plan = made));
const flat = { kind: "flat", amount: "5", per: "order" } as const;
const adjusted = (adjust: NonNullable<Setup["offers"][number]["adjust"]>): Case =>
  offer((o) => {
    o.plan = flat;
    o.adjust = adjust;
  });
const twoPlaces = (change: (s: Setup) => unknown = () => undefined): Case => ({
  setup: (s) => {
    s.origins.push({ ...s.origins[0]!, code: "BARN", name: "Barn", rank: 2 });
    s.sourcing.split = "byPiece";
    delete s.offers[0]!.adjust;
    change(s);
  },
  items: [
    {
      ...box,
      stock: [
        { origin: "SHED", quantity: 1 },
        { origin: "BARN", quantity: 1 },
      ],
    },
  ],
  request: pieces(2),
});
const swedish = (s: Setup) => {
  s.exchangeRates = [{ from: "SEK", to: "EUR", rate: "0.1", asOf: "2026-01-01" }];
  s.tariffs[0]!.currency = "SEK";
};
const breaks = (made: Setup["tariffs"][number]["editions"][number]["breaks"], rates: string[]): Case => ({
  setup: (s) => {
    s.tariffs[0]!.editions[0]!.breaks = made;
    s.tariffs[0]!.editions[0]!.rows = [{ zone: "1", rates, minimum: "1", maximum: "90" }];
  },
});
const live = (change: (s: Setup) => unknown = () => undefined): Case =>
  service((one, s) => {
    s.connections = [{ code: "sim", adapter: "x", carrier: "POST", timeoutMs: 1000, cacheMinutes: 30 }];
    one.rate = { live: "sim", liveService: "ECO", fallback: { tariff: "PARCEL-BUY" } };
    change(s);
  });
const ladder = (more: object): Case =>
  plan({
    kind: "ladder",
    match: "first",
    rules: [
      {
        name: "Light",
        when: [{ measure: "actualWeight", unit: "kg", between: ["1", "4"], ends: "(]" }],
        then: { terms: [{ constant: "2" }, { measure: "actualWeight", unit: "kg", amount: "1.5" }] },
      },
      { when: [{ country: ["EE"] }], then: { free: true } },
    ],
    ...more,
  });
const heavy = { request: pieces(3) };

/** For each step of a working a case that brings it, and the sentence people read. */
const provoking: Record<StepCode, [of: Case, sentence: string]> = {
  "order-measured": [{}, "1 piece on 1 line, 2 kg, goods 10.00 EUR without tax."],
  "line-not-shipped": [
    {
      items: [box, { sku: "CARD", name: "Card", shippable: false }],
      request: {
        lines: [
          { sku: "CARD", quantity: 1 },
          { sku: "BOX", quantity: 1 },
        ],
      },
    },
    "CARD is not shipped and does not count.",
  ],
  "origin-chosen": [{}, "Ships from The shed: the only place that can ship it."],
  "origins-not-proven": [
    {
      items: [{ ...box, stock: ["SHED", "BARN"].map((origin) => ({ origin, quantity: 100 })) }],
      request: pieces(100),
      setup: (s) => {
        s.origins.push({ ...structuredClone(s.origins[0]!), code: "BARN", name: "The barn", rank: 2 });
        s.sourcing = { ...s.sourcing, split: "byPiece", objectives: ["lowestCost"] };
        const [edition] = s.tariffs[0]!.editions;
        edition!.breaks = [
          { edge: "100", rate: "flat" },
          { edge: null, rate: "flat" },
        ];
        edition!.rows.forEach((row) => (row.rates = ["5", "100"]));
      },
    },
    "The best of 195 ways of dividing it; not proven, but none costs less than 5.00 EUR.",
  ],
  "handed-over": [
    {},
    "Ordered on 2026-11-24 by the cut-off at 14:00, 1 working day to handle: handed over on 2026-11-25.",
  ],
  "parcels-formed": [{}, "1 parcel, 2 kg actual weight."],
  "volumetric-weight": [
    { ...service((s) => (s.volumetric = { divisor: "5000" })), items: [sized] },
    "20000 cm³ ÷ 5000 cm³ per kg is 4 kg volumetric weight.",
  ],
  "weight-charged": [
    service((s) => (s.weightStep = kg("3"))),
    "3 kg chargeable, up to the next 3 kg per parcel.",
  ],
  "zone-found": [{}, "Zone 1, Estonia, by EE in Everywhere; it beats 1 wider entry."],
  "service-taken": [{}, "Parcel: the only service."],
  "arrives-between": [{}, "Parcel takes 1 to 3 working days: 2026-11-26 to 2026-11-30."],
  "ready-from": [offer((o) => (o.tier = "collection")), "Ready at The shed from 2026-11-25."],
  "no-freight": [service((s) => (s.rate = { none: true })), "Parcel has no freight to pay."],
  "live-rate": [
    {
      ...live(),
      live: new Map([
        [
          "sim,PARCEL,ECO,SHED;EE,,,;EUR,10.00,000,;;1x2x%3F;2026-11-25",
          { amount: "3", currency: "EUR", at: "2026-11-24T07:50:00Z" },
        ],
      ]),
    },
    "sim answered 3.00 for ECO on 2026-11-24 at 07:50:00 UTC.",
  ],
  "live-fallback": [live(), "sim gives no rate now; the fallback tariff stands in."],
  "edition-chosen": [{}, "Parcel, edition 2026, valid from 2026-01-01, on 2026-11-25."],
  "band-found": [
    {
      setup: (s) => {
        s.tariffs[0]!.editions[0]!.bands = { measure: "goodsValue", currency: "EUR", edges: ["5", null] };
        for (const row of s.tariffs[0]!.editions[0]!.rows)
          row.rates = [row.rates as string[], row.rates as string[]];
      },
    },
    "10 EUR is on the page over 5 EUR.",
  ],
  "break-found": [heavy, "6 kg falls in over 5 and up to and including 30 kg."],
  "rate-flat": [{}, "The cell is 4.20 EUR for the shipment."],
  "rate-per-unit": [
    { ...breaks([{ edge: null, rate: "perUnit", per: "1" }], ["0.71"]) },
    "2 kg at 0.71 EUR per kg is 1.42 EUR.",
  ],
  "rate-base-plus": [
    {
      ...breaks(
        [
          { edge: "5", rate: "flat" },
          { edge: null, rate: "basePlus", per: "1" },
        ],
        ["4", "0.5"],
      ),
      request: pieces(3),
    },
    "4.00 EUR at 5 kg, plus 1 started × 0.50 EUR per 1 kg, is 4.50 EUR.",
  ],
  "rate-lower-next": [
    {
      setup: (s) => {
        s.tariffs[0]!.boundary = "from";
        s.tariffs[0]!.editions[0] = {
          ...s.tariffs[0]!.editions[0]!,
          breaks: [
            { edge: "0", rate: "perUnit", per: "1" },
            { edge: "3", rate: "perUnit", per: "1" },
          ],
          rows: [{ zone: "1", rates: ["5", "2"] }],
          lowerNextBreak: true,
        };
      },
    },
    "The next break at 3 kg would be 6.00 EUR, less than 10.00 EUR: it is taken.",
  ],
  "row-minimum": [
    breaks([{ edge: null, rate: "flat" }], ["0.50"]),
    "Raised to the zone's minimum of 1.00 EUR.",
  ],
  "row-maximum": [breaks([{ edge: null, rate: "flat" }], ["99"]), "Held at the zone's maximum of 90.00 EUR."],
  converted: [{ setup: swedish }, "4.20 SEK at 1 SEK = 0.1 EUR (2026-01-01) is 0.42 EUR."],
  "surcharge-added": [
    service(
      (s) =>
        (s.surcharges = [
          {
            code: "x",
            name: "Heavy",
            when: [{ measure: "actualWeight", unit: "kg", op: ">=", value: "2" }],
            amount: { per: "kg", amount: "0.40" },
          },
        ]),
    ),
    "Heavy (actual weight at or above 2 kg): 0.40 EUR per kg × 2: 0.80 EUR, 5.00 EUR so far.",
  ],
  "shipment-cost": [{}, "We pay 4.20 EUR."],
  "costs-added": [twoPlaces(), "2 shipments cost 8.40 together."],
  "cost-with-tax": [
    {
      setup: (s) => {
        s.channels[0]!.pricesIncludeTax = true;
        s.offers[0]!.taxPercent = "24";
      },
    },
    "Prices here include tax, so the cost gets 24 % before it is charged on: 4.20 EUR becomes 5.21.",
  ],
  "plan-cost-plus": [{}, "The plan charges what it costs: 4.20."],
  "plan-flat": [plan(flat), "A flat 5 EUR for the order."],
  "plan-terms": [
    plan({
      kind: "terms",
      terms: [
        { constant: "3" },
        { measure: "actualWeight", unit: "kg", amount: "0.5" },
        { percent: "10", of: "goodsValue" },
      ],
    }),
    "3.00 EUR + 0.5 per kg of actual weight × 2 kg, 1.00 EUR + 10 % of the goods, 10 EUR without tax, 1.00 EUR is 5.00.",
  ],
  "plan-free": [{ ...ladder({}), request: pieces(5) }, "The rule gives it free."],
  "rule-passed-over": [
    {
      ...ladder({}),
      items: [{ sku: "BOX", name: "Box" }],
      setup: (s) => {
        ladder({}).setup?.(s);
        s.services[0]!.rate = { none: true };
      },
    },
    "Rule 1 is passed over: a weight is missing.",
  ],
  "rule-matched": [ladder({}), "Rule 1, Light holds: actual weight over 1 and up to and including 4 kg."],
  "rule-otherwise": [
    { ...ladder({ rules: [], otherwise: { costPlus: true } }) },
    "No rule holds: otherwise counts.",
  ],
  "rules-combined": [
    ladder({ match: "highest" }),
    "The highest of rule 1 (5.00 EUR) and rule 2 (0.00 EUR): 5.00.",
  ],
  "goods-class-charged": [
    plan({ kind: "byGoodsClass", combine: "sum", classes: [], otherwise: [{ constant: "4" }] }),
    "All other goods:",
  ],
  "classes-combined": [
    {
      ...offer((o, s) => {
        s.goodsClasses = [{ code: "bulky", name: "Bulky" }];
        o.plan = {
          kind: "byGoodsClass",
          combine: "highest",
          classes: [{ goodsClass: "bulky", terms: [{ constant: "9" }] }],
          otherwise: [{ constant: "4" }],
        };
      }),
      items: [box, { ...box, sku: "HIVE", goodsClass: "bulky" }],
      request: {
        lines: [
          { sku: "BOX", quantity: 1 },
          { sku: "HIVE", quantity: 1 },
        ],
      },
    },
    "The highest of 2 parts: 9.00.",
  ],
  "item-exception": [
    { ...offer((_, s) => (s.itemExceptions = [{ item: "BOX", do: { extra: "2.50" } }])), request: pieces(2) },
    "2 × BOX at 2.50 EUR extra: 5.00 EUR.",
  ],
  "nothing-left-to-charge": [
    offer((_, s) => (s.itemExceptions = [{ do: "shipsFree" }])),
    "Nothing is left for the plan to charge.",
  ],
  "shipments-charged": [
    twoPlaces((s) => (s.offers[0]!.charged = "perShipmentHighest")),
    "The highest of 2 shipments: 4.20.",
  ],
  "margin-added": [adjusted({ marginPercent: "-10" }), "5.00 EUR less 10 % is 4.50 EUR."],
  "addition-added": [
    adjusted({ additions: [{ name: "Cover", amount: { percent: "5", of: "goodsValue" } }] }),
    "Cover, 5 % of the goods without tax: 0.50 EUR, 5.50 EUR so far.",
  ],
  "charge-not-negative": [
    adjusted({ additions: [{ name: "Rebate", amount: { fixed: "-9" } }] }),
    "-4.00 EUR is less than nothing: charged as 0.",
  ],
  "charge-minimum": [adjusted({ minimum: "6" }), "Raised to the minimum of 6.00 EUR."],
  "charge-maximum": [adjusted({ maximum: "4" }), "Held at the maximum of 4.00 EUR."],
  "charge-stepped": [
    adjusted({ rounding: { ending: "0.90" } }),
    "5.00 EUR up to the next amount that ends in 0.90 is 5.90 EUR.",
  ],
  "free-given": [
    offer((o) => {
      o.plan = flat;
      o.free = { anyOf: [{ measure: "goodsValue", op: ">=", value: "10" }] };
    }),
    "Free, goods at or above 10 EUR without tax; 5.00 EUR otherwise.",
  ],
  "free-missing": [
    offer((o) => {
      o.plan = flat;
      o.free = { anyOf: [{ measure: "goodsValueIncTax", op: ">=", value: "75" }] };
    }),
    "Free from 75.00 EUR of goods with tax: 62.80 EUR more.",
  ],
  "charge-rounded": [
    adjusted({ marginPercent: "0.1" }),
    "Rounded to 5.01 EUR without tax, half away from zero.",
  ],
  "tax-added": [{}, "Tax 22 % is 1.02 EUR: 5.64 EUR with tax."],
  "tax-taken-out": [
    offer((o, s) => {
      o.plan = flat;
      s.channels[0]!.pricesIncludeTax = true;
    }),
    "The channel's prices include tax: 5.00 EUR holds 0.90 EUR at 22 %, 4.10 EUR without.",
  ],
  "tax-of-goods": [
    { setup: (s) => (s.business.deliveryTax = "weightedByGoods"), request: pieces(1, { taxPercent: "9" }) },
    "Tax on delivery follows the goods, 9 %: weighted by their value, 9 %.",
  ],
  "tax-by-place": [
    { setup: (s) => (s.business.deliveryTaxes = [{ from: "2026-01-01", percent: "24" }]) },
    "Tax on delivery to Estonia, by the rule from 2026-01-01: 24 %.",
  ],
  "tax-reversed": [
    {
      setup: (s) => (s.business.deliveryTaxes = [{ from: "2026-01-01", reverseChargeWithTaxId: true }]),
      request: { customer: { taxId: "EE1" } },
    },
    "Reverse charge: the customer in Estonia has a tax number and owes the tax; none is charged.",
  ],
};

test.each(stepCodes)("%s", (code) => {
  const [of, sentence] = provoking[code];
  const { offers, withheld } = quoteWith(of);
  const steps = [...offers, ...withheld].flatMap(({ working }) => working ?? []);
  const found = steps.find((step) => step.code === code);
  expect(found && stepSentence(found)).toBe(sentence);
});
