import { orderSchema, type Order } from "@/core/orders/order";
import { detailMarks, detailsAfter, detailTexts } from "./details-after";

const before: Order = {
  channel: "web",
  customer: { name: "Salme Näide" },
  shipTo: { country: "EE", city: "Tartu" },
  lines: [{ sku: "SMOKER", quantity: 1 }],
};

test.each(detailTexts)("%s is said, said otherwise, and said no more, and nothing else moves", (field) => {
  const text = field === "subdivision" ? "EE-79" : "x 1";
  const once = detailsAfter(before, { field, text: `  ${text} ` });
  expect(JSON.stringify(once)).toContain(JSON.stringify(text));
  expect(orderSchema.safeParse(once).success).toBe(true);
  const again = detailsAfter(once, { field, text: field === "subdivision" ? "ee-37" : "y" });
  expect(JSON.stringify(again)).not.toContain(JSON.stringify(text));
  if (field === "customer") expect(detailsAfter(once, { field, text: "Salme Näide" })).toEqual(before);
  else expect(detailsAfter(again, { field, text: " " })).toEqual(before);
});

test("a customer without a name is refused, not stored", () => {
  expect(orderSchema.safeParse(detailsAfter(before, { field: "customer", text: " " })).success).toBe(false);
});

test.each(detailMarks)("%s is set and taken off", (field) => {
  const on = detailsAfter(before, { field, on: true });
  expect(JSON.stringify(on)).toContain(`"${field}":true`);
  expect(orderSchema.safeParse(on).success).toBe(true);
  expect(detailsAfter(on, { field, on: false })).toEqual(before);
});
