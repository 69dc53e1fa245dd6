import { adjustmentSentences, freeSentences, planSentences } from "./plan-words";

const offer = {
  code: "x",
  name: "X",
  channels: [],
  services: [],
  pick: "cheapest",
  acrossOrigins: "any",
  plan: { kind: "costPlus" },
  chargeType: "freight",
  active: true,
} as const;

test("a ladder is read back rule by rule, with its boundaries", () => {
  const sentences = planSentences(
    {
      kind: "ladder",
      match: "first",
      rules: [
        {
          name: "Light",
          when: [{ measure: "actualWeight", unit: "kg", between: ["5", "20"], ends: "(]" }],
          then: { terms: [{ constant: "4" }, { measure: "actualWeight", unit: "kg", amount: "0.38" }] },
        },
        { when: [], then: { withhold: "Ask us." } },
      ],
    },
    "EUR",
  );
  expect(sentences).toEqual([
    "The first rule that holds counts.",
    "1. Light: actual weight over 5 and up to and including 20 kg → 4 EUR + 0.38 EUR per kg of actual weight.",
    "2. always → withheld: “Ask us.”.",
    "Otherwise: withheld.",
  ]);
});

test("classes, adjustments and free delivery are read back with their bases", () => {
  expect(
    planSentences(
      {
        kind: "byGoodsClass",
        combine: "sum",
        classes: [{ goodsClass: "bulky", terms: [{ measure: "quantity", amount: "9" }] }],
      },
      "EUR",
    ),
  ).toEqual(["bulky: 9 EUR per piece.", "All other goods: withheld.", "The parts are added up."]);
  const adjust = {
    additions: [
      { name: "Cover", amount: { percent: "0.5", of: "goodsValue" as const }, showSeparately: true },
    ],
    minimum: "5",
    rounding: { ending: "0.90" },
  };
  const own = { ...offer, channels: [], services: [] };
  expect(adjustmentSentences({ ...own, adjust }, "EUR")).toEqual([
    "Cover: 0.5 % of the goods without tax, shown as a line of its own.",
    "At least 5 EUR.",
    "Up to the next amount that ends in 0.90.",
  ]);
  const free = {
    anyOf: [{ measure: "goodsValueIncTax" as const, op: ">=" as const, value: "75" }, { coupon: ["HONEY"] }],
  };
  expect(freeSentences({ ...own, free }, "EUR")).toEqual([
    "Free: goods at or above 75 EUR with tax, or with the coupon HONEY.",
  ]);
});
