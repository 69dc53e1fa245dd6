import { offer as offerSchema, type Channel } from "@/core/setup/offer";
import { newOffer } from "./new-offer";

const channel = (code: string, currency: string): Channel => ({
  code,
  name: code,
  currency,
  pricesIncludeTax: true,
  active: true,
});
const channels = [channel("web", "EUR"), channel("market", "SEK")];
const beside = { channels, shown: undefined, offer: undefined, homeCurrency: "EUR", services: [] };

test("an offer begins in the channel that is looked at, with its currency where it is another", () => {
  expect(newOffer("x", "X", beside)).toMatchObject({ channels: ["web"] });
  expect(newOffer("x", "X", beside)).not.toHaveProperty("currency");
  expect(newOffer("x", "X", { ...beside, shown: "market" })).toMatchObject({
    channels: ["market"],
    currency: "SEK",
  });
});

test("beside an offer it begins in that one's first channel; a channel's own page goes before", () => {
  const offer = { ...newOffer("old", "Old", beside), channels: ["market", "web"] };
  expect(newOffer("x", "X", { ...beside, offer })).toMatchObject({ channels: ["market"], currency: "SEK" });
  expect(newOffer("x", "X", { ...beside, offer, shown: "web" })).toMatchObject({ channels: ["web"] });
});

test("without a channel, or beside one that is gone, it is still an offer of the format", () => {
  for (const one of [
    newOffer("x", "X", { ...beside, channels: [] }),
    newOffer("x", "X", { ...beside, shown: "gone" }),
  ])
    expect(offerSchema.safeParse(one).success).toBe(true);
});

test("the only service in use stands behind it from the beginning; of several none is guessed", () => {
  const on = { code: "ON", active: true };
  const off = { code: "OFF", active: false };
  const by = (...services: (typeof on)[]) => newOffer("x", "X", { ...beside, services }).services;
  expect(by(off, on)).toEqual(["ON"]);
  expect(by(on, { code: "TOO", active: true })).toEqual([]);
  expect(by(off)).toEqual([]);
});
