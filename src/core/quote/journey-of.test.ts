import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { dateOf } from "../calendar/working-days";
import { compileSetup } from "./compiled-setup";
import { journeyOf, kilometres } from "./journey-of";
import type { QuoteRequest } from "./request";

// Tallinn's warehouse works on weekdays, until 14:00 for the same day, and takes a day
const setup = smallestSetup();
setup.origins.push({ ...setup.origins[0]!, code: "HERE", position: { lat: 58.38, lon: 26.72 } });
const compiled = sure(compileSetup(setup));

const request = (more: Partial<QuoteRequest> = {}): QuoteRequest => ({
  ...{ channel: "web", shipTo: { country: "EE" }, lines: [{ sku: "BOX", quantity: 1 }] },
  ...more,
});
const journey = (
  more: Partial<QuoteRequest> = {},
  at = "2026-11-24T09:00:00Z",
  delay?: Parameters<typeof journeyOf>[4],
) => journeyOf(compiled, request(more), "EUR", at, delay);

test("what is not said is not asked for; what is said is", () => {
  expect(journey()).toMatchObject({
    place: { country: "EE", postcode: "" },
    city: undefined,
    needs: {
      ...{ poBox: false, collectionPoint: false, cashOnDelivery: false, signature: false },
      cashOnDeliveryAmount: undefined,
    },
    customerGroup: undefined,
    hasTaxId: false,
    coupon: undefined,
  });
  const all = journey({
    shipTo: {
      country: "SE",
      subdivision: "SE-I",
      postcode: "621 45",
      city: "Visby",
      poBox: true,
      collectionPoint: true,
    },
    ...{ cashOnDelivery: true, signature: true, cashOnDeliveryAmount: "12.50", coupon: "SPRING" },
    customer: { group: "dealer", taxId: " SE1 " },
  });
  expect(all).toMatchObject({
    place: { country: "SE", subdivision: "SE-I", postcode: "62145" },
    city: "Visby",
    needs: { poBox: true, collectionPoint: true, cashOnDelivery: true, signature: true },
    ...{ customerGroup: "dealer", hasTaxId: true, coupon: "SPRING" },
  });
  expect(all.needs.cashOnDeliveryAmount?.toString()).toBe("12.5");
  expect(journey({ customer: { taxId: "  " } }).hasTaxId).toBe(false);
});

test("the day and the weekday are the business's", () => {
  // a minute before midnight in Tallinn, which is two hours ahead
  expect(journey({}, "2026-11-24T21:59:00Z")).toMatchObject({ date: "2026-11-24", weekday: 2 });
  expect(journey({}, "2026-11-24T22:00:00Z")).toMatchObject({ date: "2026-11-25", weekday: 3 });
});

describe("the day an origin hands over, which carriers bill by", () => {
  const handed = (of: ReturnType<typeof journey>, origin = "SHED") => {
    const day = of.handOverFrom(origin)?.day;
    return day === undefined ? undefined : dateOf(day);
  };
  test("is counted from the order, and is the same however often it is asked", () => {
    const one = journey();
    expect([handed(one), handed(one), one.billedOn("SHED")]).toEqual([
      "2026-11-25",
      "2026-11-25",
      "2026-11-25",
    ]);
    expect(handed(journey({}, "2026-11-24T13:00:00Z"))).toBe("2026-11-26");
  });
  test("is counted from when a closed origin opens, never from before the order", () => {
    const closed = (until: number) => journey({}, "2026-11-24T09:00:00Z", () => ({ reason: "flood", until }));
    expect(handed(closed(Date.parse("2026-11-27T09:00:00Z")))).toBe("2026-11-30");
    expect(handed(closed(Date.parse("2026-11-20T09:00:00Z")))).toBe("2026-11-25");
    const open = closed(Number.POSITIVE_INFINITY);
    expect([handed(open), open.billedOn("SHED")]).toEqual([undefined, "2026-11-24"]);
  });
  test("is none for an origin that is not there", () => {
    expect([handed(journey(), "NONE"), journey().billedOn("NONE")]).toEqual([undefined, "2026-11-24"]);
  });
});

test("distances are from the origin's position, or its country's middle, to the middle of the country", () => {
  const own = kilometres(compiled, "HERE", "EE");
  expect(own).toBeGreaterThan(40);
  expect(own).toBeLessThan(90);
  expect(kilometres(compiled, "SHED", "EE")).toBe(0);
  expect(journey().distanceFrom("HERE").toString()).toBe(String(own));
  expect(kilometres(compiled, "NONE", "EE")).toBeUndefined();
  // further than anything
  expect(
    journey()
      .distanceFrom("NONE")
      .moreThan(journey({ shipTo: { country: "NZ" } }).distanceFrom("SHED")),
  ).toBe(true);
});
