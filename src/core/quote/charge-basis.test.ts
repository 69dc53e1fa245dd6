import type { Channel } from "../setup/offer";
import { chargeOn, preselected } from "./charge-basis";
import type { QuotedOffer } from "./quote";

const channel = (more: Partial<Channel> = {}): Channel => ({
  ...{ code: "web", name: "Web", currency: "EUR", pricesIncludeTax: true, active: true },
  ...more,
});
const offer = (code: string, gross: string, latest?: string) =>
  ({
    offer: code,
    net: "1.00",
    gross,
    ...(latest ? { promise: { earliest: latest, latest } } : {}),
  }) as QuotedOffer;

test("customers read the charge with tax where the channel's prices include it, else without", () => {
  const one = { net: "4.10", gross: "5.00" };
  expect(chargeOn(channel(), one)).toBe("5.00");
  expect(chargeOn(channel({ pricesIncludeTax: false }), one)).toBe("4.10");
  expect(chargeOn(undefined, one)).toBe("4.10");
});

describe("the offer that is chosen beforehand", () => {
  const offers = [
    offer("slow", "9.50", "2026-12-04"),
    offer("cheap", "10.00", "2026-12-03"),
    offer("dear", "12.00", "2026-12-03"),
    offer("undated", "9.50"),
  ];
  const by = (preselect?: string, list = offers) =>
    preselected(channel(preselect === undefined ? {} : { preselect }), list)?.offer;

  test("is the first where nothing else is asked for, and nothing of nothing", () => {
    expect([by(), by("first"), preselected(undefined, offers)?.offer]).toEqual(["slow", "slow", "slow"]);
    expect([by("cheapest", []), by("fastest", []), by("slow", [])]).toEqual([
      undefined,
      undefined,
      undefined,
    ]);
  });
  test("is the first also where another is called so", () => {
    expect(by("first", [offers[2]!, offer("first", "1.00")])).toBe("dear");
  });
  test("is the cheapest as a figure, the earlier of equals", () => {
    // as text 10.00 would come before 9.50
    expect(by("cheapest")).toBe("slow");
    expect(by("cheapest", [offers[2]!, offers[1]!])).toBe("cheap");
    expect(by("cheapest", [...offers].reverse())).toBe("undated");
  });
  test("is the fastest by its latest day, of those the cheaper; one without a day is the last of all", () => {
    expect(by("fastest")).toBe("cheap");
    expect(by("fastest", [...offers].reverse())).toBe("cheap");
    expect(by("fastest", [offers[3]!, offers[0]!])).toBe("slow");
    const twins = [offer("one", "10.00", "2026-12-03"), offer("other", "10.00", "2026-12-03")];
    expect([by("fastest", twins), by("fastest", [...twins].reverse())]).toEqual(["one", "other"]);
  });
  test("is the one that is named, or the first where that is not given", () => {
    expect([by("dear"), by("gone")]).toEqual(["dear", "slow"]);
  });
});
