import { shops } from "./baskets";
import { seeded } from "../seeded";
import { makeBasket, mistakes, orderOf } from "./order-maker";

const shop = shops[0]!;
const offers = [
  { offer: "post", gross: "10.00" },
  { offer: "express", gross: "20.00" },
];
const made = (count: number) => {
  const random = seeded(7);
  return Array.from({ length: count }, () => makeBasket(random, shop));
};

test("the same seed makes the same buyers, most of them without a mistake, and every mistake once in a while", () => {
  expect(made(50)).toEqual(made(50));
  const all = made(2000);
  const wrong = all.filter(({ mistake }) => mistake !== "none");
  expect(wrong.length / all.length).toBeGreaterThan(0.08);
  expect(wrong.length / all.length).toBeLessThan(0.18);
  expect(new Set(all.map(({ mistake }) => mistake))).toEqual(new Set(mistakes));
});

test("an order says what the buyer took and was told; a mistake is the only thing wrong with it", () => {
  const [one] = made(1);
  const at = "2026-11-27T10:00:00Z";
  const plain = orderOf("S-1", { ...one!, mistake: "none", taste: 0 }, offers, at);
  expect(plain).toMatchObject({ number: "S-1", wish: { offer: "post", gross: "10.00" } });
  const with_ = (mistake: (typeof mistakes)[number]) =>
    orderOf("S-1", { ...one!, mistake, taste: 0 }, offers, at);
  expect(with_("old-charge")).toEqual({ ...plain, wish: { offer: "post", gross: "9.00" } });
  expect(with_("gone-offer")).toEqual({ ...plain, wish: { offer: "LAST-YEARS", gross: "10.00" } });
  expect(with_("twice")).toEqual(plain);
  expect(with_("no-item")).toEqual({ ...plain, lines: [{ sku: "NO-SUCH-THING", quantity: 1 }] });
  // who was offered nothing orders without a wish
  expect(orderOf("S-1", { ...one!, mistake: "none" }, [], at)).not.toHaveProperty("wish");
});
