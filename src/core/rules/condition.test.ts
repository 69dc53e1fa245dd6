import { conditionSentence, conditionsSentence } from "@/messages/condition-sentence";
import { kg, quoteWith, type Case } from "../../../tests/support/quote-with";
import type { Condition } from "../setup/condition";
import { condition as schema } from "../setup/condition";
import { parseWith } from "../setup/parse-setup";

/** An order of two hives of 2 kg and 10.00 each with a discount of 2.00, from the shed to Gotland on a Tuesday. */
const order: Case = {
  items: [
    {
      sku: "HIVE",
      name: "Hive",
      weight: kg("2"),
      unitPrice: "10",
      goodsClass: "bulky",
      size: { length: "50", width: "40", height: "10", unit: "cm" },
    },
    {
      sku: "JAR",
      name: "Jar",
      weight: kg("1"),
      unitPrice: "4",
      size: { length: "1", width: "1", height: "1", unit: "cm" },
    },
  ],
  request: {
    shipTo: { country: "SE", subdivision: "SE-I", postcode: "621 45", poBox: true },
    customer: { group: "dealer" },
    coupon: "HONEY",
    lines: [
      { sku: "HIVE", quantity: 2, discount: "2" },
      { sku: "JAR", quantity: 1 },
    ],
  },
};

function holds(condition: Condition, of: Case = order): boolean | string {
  const { offers, withheld } = quoteWith({
    ...of,
    setup: (s) => {
      s.goodsClasses = ["bulky", "liquid"].map((code) => ({ code, name: code }));
      s.services[0]!.accepts = { cashOnDelivery: true };
      s.offers[0]!.plan = {
        kind: "ladder",
        match: "first",
        rules: [{ when: [condition], then: { terms: [{ constant: "1" }] } }],
        otherwise: { terms: [{ constant: "0" }] },
      };
      delete s.offers[0]!.adjust;
    },
  });
  return offers[0] ? offers[0].net === "1.00" : (withheld[0]?.reason ?? "nothing");
}

test.each<[Condition, boolean, string]>([
  [{ measure: "quantity", op: "=", value: "3" }, true, "pieces exactly 3"],
  [{ measure: "lines", op: ">", value: "2" }, false, "lines over 2"],
  [
    { measure: "actualWeight", unit: "g", op: "<=", value: "5000" },
    true,
    "actual weight up to and including 5000 g",
  ],
  [{ measure: "actualWeight", unit: "kg", op: "<", value: "5" }, false, "actual weight under 5 kg"],
  [{ measure: "chargeableWeight", op: ">=", value: "5" }, true, "chargeable weight at or above 5 kg"],
  [
    { measure: "actualWeight", unit: "lb", between: ["11", "11.1"], ends: "()" },
    true,
    "actual weight over 11 and under 11.1 lb",
  ],
  [
    { measure: "actualWeight", between: ["4", "5"], ends: "(]" },
    true,
    "actual weight over 4 and up to and including 5 kg",
  ],
  [
    { measure: "actualWeight", between: ["5", "9"], ends: "(]" },
    false,
    "actual weight over 5 and up to and including 9 kg",
  ],
  [
    { measure: "actualWeight", between: ["5", "9"], ends: "[)" },
    true,
    "actual weight from and including 5 and under 9 kg",
  ],
  [{ measure: "volume", unit: "l", op: ">", value: "40" }, true, "volume over 40 l"],
  [{ measure: "longestSide", op: "=", value: "50" }, true, "longest side exactly 50 cm"],
  [{ measure: "goodsValue", op: "=", value: "22" }, true, "goods exactly 22 EUR without tax"],
  [{ measure: "goodsValueIncTax", op: "=", value: "26.84" }, true, "goods exactly 26.84 EUR with tax"],
  [
    { measure: "goodsValueBeforeDiscount", op: "=", value: "24" },
    true,
    "goods before discounts exactly 24 EUR without tax",
  ],
  [{ measure: "parcels", op: "=", value: "1" }, true, "parcels exactly 1"],
  [{ measure: "cost", op: ">=", value: "12.50" }, true, "cost at or above 12.50 EUR"],
  [{ measure: "distance", unit: "km", op: ">", value: "400" }, true, "distance over 400 km"],
  [{ country: ["FI", "SE"] }, true, "to FI or SE"],
  [{ destination: [{ country: "SE", postcode: "62*" }] }, true, "to SE 62*"],
  [{ destination: [{ country: "SE", subdivision: "SE-H" }] }, false, "to SE-H"],
  [{ zone: ["2"], chart: "ALL" }, true, "to zone 2 of ALL"],
  [{ channel: ["web"] }, true, "by the channel web"],
  [{ origin: ["SHED"] }, true, "only from SHED"],
  [{ customerGroup: ["station"] }, false, "for customers of station"],
  [{ goodsClass: ["bulky"], in: "any" }, true, "with goods of bulky"],
  [{ goodsClass: ["bulky"], in: "only" }, false, "with nothing but bulky"],
  [{ goodsClass: ["bulky", "liquid"], in: "all" }, false, "with goods of each of bulky and liquid"],
  [{ coupon: ["HONEY"] }, true, "with the coupon HONEY"],
  [{ weekday: [2] }, true, "ordered on Tuesday"],
  [{ cashOnDelivery: false }, true, "without cash on delivery"],
  [{ poBox: true }, true, "to a PO box"],
  [{ not: { country: ["SE"] } }, false, "not to SE"],
  [{ not: { goodsClass: ["bulky"], in: "any" } }, false, "without goods of bulky"],
  [{ not: { measure: "quantity", op: "<", value: "3" } }, true, "not (pieces under 3)"],
  [{ not: { not: { poBox: true } } }, true, "not (not to a PO box)"],
])("%j is %s: %s", (condition, wanted, sentence) => {
  expect(holds(condition)).toBe(wanted);
  expect(conditionSentence(condition, "EUR")).toBe(sentence);
});

test("no conditions at all always hold", () => {
  expect(conditionsSentence([], "EUR")).toBe("always");
});

test("what is not known neither holds nor fails, turned round or not", () => {
  const unknown = { ...order, items: order.items!.map(({ weight: _, ...item }) => item) };
  const heavy: Condition = { measure: "longestSide", op: ">", value: "1" };
  const unsized = { ...order, items: order.items!.map(({ size: _, ...item }) => item) };
  expect([holds(heavy, unsized), holds({ not: heavy }, unsized)]).toEqual([false, false]);
  expect(holds({ measure: "quantity", op: ">", value: "1" }, unknown)).toBe("no-service");
});

test("a unit that does not fit its measure, and a between that holds nothing, are refused by path", () => {
  const problems = (input: unknown) => {
    const parsed = parseWith(schema, input);
    return parsed.ok ? [] : parsed.problems.map(({ code, path }) => `${code} ${path}`);
  };
  expect(problems({ measure: "actualWeight", unit: "cm", op: ">", value: "1" })).toEqual([
    "unit-does-not-fit unit",
  ]);
  expect(problems({ measure: "quantity", unit: "kg", op: ">", value: "1" })).toEqual([
    "unit-does-not-fit unit",
  ]);
  expect(problems({ measure: "quantity", between: ["5", "4"], ends: "[]" })).toEqual([
    "empty-between between/1",
  ]);
  expect(problems({ measure: "quantity", between: ["5", "5"], ends: "[)" })).toEqual([
    "empty-between between/1",
  ]);
  expect(problems({ not: { measure: "volume", unit: "kg", op: ">", value: "1" } })).toEqual([
    "unit-does-not-fit not/unit",
  ]);
});
