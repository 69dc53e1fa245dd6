import { lossCause, type LosingShipment } from "./loss-cause";

const none = { service: "0", zone: "0", weight: "0", edition: "0", surcharges: "0", exchange: "0" };
const cause = (own: Partial<LosingShipment>) =>
  lossCause({ charged: "5.00", expected: "8.00", concessions: [], ...own }, "EUR");

test("what was charged below cost is the cause, in the name of what was given", () => {
  expect(cause({})).toEqual({ why: "charge-below-cost", amount: "3.00" });
  expect(cause({ charged: "0", concessions: ["free", "coupon"] })).toEqual({
    why: "concession",
    concession: "free",
    amount: "8.00",
  });
  expect(cause({ concessions: ["fallback"] })).toEqual({ why: "charge-below-cost", amount: "3.00" });
});

test("a cause of the bill that is more than that is the cause", () => {
  const billed = {
    billed: "20.00",
    explained: { causes: { ...none, weight: "10.00", zone: "2.00" }, unexplained: "0" },
  };
  expect(cause(billed)).toEqual({ why: "billed", cause: "weight", amount: "10.00" });
  const as = { ...billed, explained: { causes: { ...none, zone: "3.00" }, unexplained: "3.00" } };
  // of equal ones what was charged
  expect(cause(as)).toEqual({ why: "charge-below-cost", amount: "3.00" });
});

test("a shipment that was charged enough lost by its bill; without an explanation by nothing that is known", () => {
  const own = { charged: "9.00", billed: "10.00" };
  const explained = { causes: none, unexplained: "2.00" };
  expect(cause({ ...own, explained })).toEqual({ why: "billed", cause: "unexplained", amount: "2.00" });
  expect(cause(own)).toEqual({ why: "billed", cause: "unexplained", amount: "2.00" });
});

test("a shipment that lost nothing has none", () => {
  expect(cause({ charged: "8.00" })).toBeUndefined();
  expect(cause({ charged: "8.00", billed: "7.00" })).toBeUndefined();
});
