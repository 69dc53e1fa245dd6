import { quoteWith } from "../../../tests/support/quote-with";
import type { Measure } from "../setup/measures";

/**
 * One line of goods in a channel with or without tax (22 %), with a discount of 20.00; free at or above, or over, 100.00.
 * The discount is on the basis of the channel's prices.
 */
function quoted(measure: Measure, includesTax: boolean, unitPrice: string, op: ">=" | ">" = ">=") {
  const { offers } = quoteWith({
    setup: (setup) => {
      setup.channels[0]!.pricesIncludeTax = includesTax;
      setup.offers[0]!.adjust = {};
      setup.offers[0]!.free = { anyOf: [{ measure, op, value: "100" }] };
    },
    request: { lines: [{ sku: "BOX", quantity: 1, unitPrice, discount: "20.00" }] },
  });
  const [offer] = offers;
  return offer?.free ? "free" : offer?.freeFrom?.missing;
}

// where prices are without tax, and the measure is before or after the discount, without or with tax
test.each([
  ["goodsValue", false, { under: "119.99", at: "120.00" }],
  ["goodsValueBeforeDiscount", false, { under: "99.99", at: "100.00" }],
  ["goodsValueIncTax", true, { under: "119.99", at: "120.00" }],
  ["goodsValueBeforeDiscountIncTax", true, { under: "99.99", at: "100.00" }],
] as const)(
  "%s, prices with tax: %s: a cent under it is missing, at it is free",
  (measure, includesTax, edge) => {
    expect(quoted(measure, includesTax, edge.under)).toBe("0.01");
    expect(quoted(measure, includesTax, edge.at)).toBe("free");
    // over a figure is not at it
    expect(quoted(measure, includesTax, edge.at, ">")).toBe("0.01");
    expect(quoted(measure, includesTax, (Number(edge.at) + 0.01).toFixed(2), ">")).toBe("free");
  },
);

test.each([
  // 101.97 less 20.00 is 81.97 without tax, 100.0034 with it; a cent less is 99.9912
  ["goodsValueIncTax", false, { under: "101.96", at: "101.97" }, "0.01"],
  ["goodsValueBeforeDiscountIncTax", false, { under: "81.96", at: "81.97" }, "0.01"],
  // 142.00 less 20.00 with tax is 100.00 without it; a cent less is 99.9918, and what is missing is rounded up
  ["goodsValue", true, { under: "141.99", at: "142.00" }, "0.01"],
  ["goodsValueBeforeDiscount", true, { under: "121.99", at: "122.00" }, "0.01"],
] as const)("%s on the other basis than prices (with tax: %s)", (measure, includesTax, edge, missing) => {
  expect(quoted(measure, includesTax, edge.under)).toBe(missing);
  expect(quoted(measure, includesTax, edge.at)).toBe("free");
});

test("the step tells the threshold on the condition's own basis", () => {
  const { offers } = quoteWith({
    setup: (setup) => {
      setup.offers[0]!.free = {
        anyOf: [{ measure: "goodsValueBeforeDiscountIncTax", op: ">=", value: "100" }],
      };
    },
    request: { lines: [{ sku: "BOX", quantity: 1, unitPrice: "70.00", discount: "20.00" }] },
  });
  const step = offers[0]?.working?.find(({ code }) => code === "free-missing");
  expect(step).toMatchObject({
    inputs: {
      measure: "goodsValueBeforeDiscountIncTax",
      threshold: { amount: "100.00", currency: "EUR" },
      missing: { amount: "14.60", currency: "EUR" },
    },
    source: "offers/parcel/free/anyOf",
  });
});
