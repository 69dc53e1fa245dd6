import { quoteRequestSchema } from "@/core/quote/request";
import { howRead, requestOf, type TryQuery } from "./tried-request";

const all: TryQuery = {
  goods: "10 HIVE-10 from TRT 6 + GDY 4, 2 × 1,5 kg 30x20x10 cm at 12.00",
  country: "Sweden",
  subdivision: "se-i",
  postcode: " 62145 ",
  town: "Visby",
  day: "2027-01-05",
  group: "dealer",
  taxId: "SE1",
  coupon: "HONEY",
  poBox: "yes",
  collectionPoint: "yes",
  signature: "yes",
  cashOnDelivery: "yes",
  cashAmount: "120,50",
};

test("the fields say everything a request can hold, and each part is told as it was read", () => {
  const { request, problems } = requestOf(all, "web", "kg");
  expect(problems).toEqual([]);
  const read = quoteRequestSchema.parse(request);
  expect(Object.keys(read).sort()).toEqual(
    Object.keys(quoteRequestSchema.shape)
      // the currency is the channel's, and all its offers are asked for
      .filter((field) => field !== "currency" && field !== "offers")
      .sort(),
  );
  expect(read).toMatchObject({
    placedAt: "2027-01-05T10:00:00Z",
    shipTo: { country: "SE", subdivision: "SE-I", postcode: "62145", city: "Visby", poBox: true },
    cashOnDeliveryAmount: "120.50",
  });
  expect(howRead(read, (sku) => (sku === "HIVE-10" ? "Hive" : undefined))).toEqual([
    "10 HIVE-10 from TRT 6 + GDY 4 (Hive)",
    "2 × 1.5 kg 30x20x10 cm at 12.00",
    "to SE-I 62145 Visby Sweden",
    "placed on 2027-01-05",
    "customer group dealer",
    "tax number SE1",
    "coupon HONEY",
    "a PO box",
    "a collection point",
    "signature",
    "cash on delivery of 120.50",
  ]);
});

test("what is left empty is not said, and an amount counts with cash on delivery alone", () => {
  const { request } = requestOf({ goods: "1 SMOKER", country: "EE", cashAmount: "5" }, "web", "kg");
  expect(request).toEqual({
    channel: "web",
    shipTo: { country: "EE" },
    lines: [{ sku: "SMOKER", quantity: 1 }],
    working: true,
  });
});

test.each([
  [{ goods: "", country: "EE" }, "There are no goods."],
  [{ goods: "a box", country: "EE" }, "“a box” can't be read"],
  [{ goods: "1 SMOKER", country: "Narnia" }, "“Narnia” is not a country."],
  [{ goods: "1 SMOKER", country: "EE", day: "soon" }, "“soon” is not a day."],
])("%j is told: %s", (query, why) => expect(requestOf(query, "web", "kg").problems.join(" ")).toContain(why));
