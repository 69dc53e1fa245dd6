import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import type { Offer } from "../setup/offer";
import type { Setup } from "../setup/setup";
import { compileItem } from "../parcels/compiled-item";
import { compileSetup } from "./compiled-setup";
import { quote } from "./quote-order";
import type { QuoteRequest } from "./request";

/** Why the smallest setup's offer is withheld, changed so, from a request with so much more. */
function why(
  change: Partial<Offer>,
  more: Partial<QuoteRequest> = {},
  setup: (setup: Setup) => void = () => undefined,
) {
  const changed = smallestSetup();
  Object.assign(changed.offers[0]!, change);
  setup(changed);
  const item = compileItem({ sku: "BOX", name: "Box", weight: { value: "2", unit: "kg" } }, new Map());
  const answer = sure(
    quote(
      sure(compileSetup(changed)),
      { channel: "web", shipTo: { country: "EE" }, lines: [{ sku: "BOX", quantity: 1 }], ...more },
      { items: (sku) => (sku === "BOX" ? item : undefined), now: "2026-11-24T08:00:00Z" },
    ),
  );
  const [one] = answer.withheld;
  return one ? [one.reason, one.rejection.inputs, one.rejection.source] : "given";
}

test("one that is switched off says so before anything else", () => {
  expect(why({ active: false, couponOnly: "SPRING" })).toEqual([
    "inactive",
    { what: "offer", name: "Parcel" },
    "offers/parcel/active",
  ]);
});

test("PO boxes are taken unless the offer says it takes none", () => {
  const toBox = { shipTo: { country: "EE", poBox: true } };
  expect(why({ poBox: false }, toBox)).toEqual(["po-box", { name: "Parcel" }, "offers/parcel/poBox"]);
  expect([why({ poBox: true }, toBox), why({}, toBox), why({ poBox: false })]).toEqual([
    "given",
    "given",
    "given",
  ]);
});

test("customer groups: none is anybody, else the customer's has to be one of them", () => {
  const groups = { customerGroups: ["dealer", "club"] };
  expect(why(groups)).toEqual([
    "customer-group",
    { groups: ["dealer", "club"] },
    "offers/parcel/customerGroups",
  ]);
  expect(why(groups, { customer: { group: "staff" } })).toMatchObject([
    "customer-group",
    { groups: ["dealer", "club"], group: "staff" },
    "offers/parcel/customerGroups",
  ]);
  expect([why(groups, { customer: { group: "club" } }), why({ customerGroups: [] })]).toEqual([
    "given",
    "given",
  ]);
});

test("a coupon has to be the very one", () => {
  const coupon = { couponOnly: "SPRING" };
  const told = ["coupon", { coupon: "SPRING" }, "offers/parcel/couponOnly"];
  expect([why(coupon), why(coupon, { coupon: "spring" })]).toEqual([told, told]);
  expect(why(coupon, { coupon: "SPRING" })).toBe("given");
});

test("an item that is banned keeps the offer from the whole order, where the ban is", () => {
  const banned = (setup: Setup) =>
    setup.itemExceptions.push({
      item: "BOX",
      offer: "parcel",
      destinations: [{ country: "EE" }],
      do: "ban",
    });
  expect(why({}, {}, banned)).toEqual(["item-banned", { sku: "BOX" }, "itemExceptions/BOX/parcel/EE"]);
  expect(why({}, { shipTo: { country: "LV" } }, banned)).toBe("given");
});
