import fc from "fast-check";
import type { QuotedOffer } from "../quote/quote";
import { needsSecond, type HandLimit } from "./hand-limit";

const offer: QuotedOffer = {
  offer: "post",
  name: "Post",
  net: "10.00",
  tax: "2.20",
  gross: "12.20",
  free: false,
  cost: "6.00",
  margin: "4.00",
  shipments: [],
  chargeLines: [{ type: "freight", name: "Post", net: "10.00", taxPercent: "22", tax: "2.20" }],
};
const limit: HandLimit = { mostByHand: "5.00", wish: undefined, includesTax: true, currency: "EUR" };

test.each([
  ["at the limit below", { net: "5.00" }, false],
  ["a cent under it", { net: "4.99" }, true],
  ["at the limit above", { net: "15.00" }, false],
  ["a cent over it", { net: "15.01" }, true],
  ["waived", { net: "0" }, true],
  ["with tax, at the limit", { gross: "6.10" }, false],
  ["with tax, two cents under it", { gross: "6.08" }, true],
])("an amount %s: a second person %#", (_, amount, needed) =>
  expect(needsSecond(offer, amount, limit)).toBe(needed),
);

test("without a limit, and without another amount, one person is enough", () => {
  const { mostByHand: _, ...none } = limit;
  expect(needsSecond(offer, { net: "0" }, none)).toBe(false);
  expect(needsSecond(offer, undefined, limit)).toBe(false);
});

test("what the buyer was told when they chose this offer needs nobody, of another offer or another amount it does", () => {
  const told = (own: object) => ({ ...limit, wish: { offer: "post", gross: "1.00", ...own } });
  expect(needsSecond(offer, { gross: "1.00" }, told({}))).toBe(false);
  expect(needsSecond(offer, { gross: "1" }, told({}))).toBe(false);
  expect(needsSecond(offer, { gross: "1.01" }, told({}))).toBe(true);
  expect(needsSecond(offer, { gross: "1.00" }, told({ offer: "van" }))).toBe(true);
  expect(needsSecond(offer, { net: "1.00" }, told({}))).toBe(true);
});

test("for any amount it is the distance without tax that decides, whichever side it lies on", () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 3000 }), fc.integer({ min: 0, max: 2000 }), (cents, most) => {
      const text = (n: number) => (n / 100).toFixed(2);
      const needed = needsSecond(offer, { net: text(cents) }, { ...limit, mostByHand: text(most) });
      expect(needed).toBe(Math.abs(cents - 1000) > most);
    }),
    { seed: 11 },
  );
});
