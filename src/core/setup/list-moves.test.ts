import fc from "fast-check";
import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { applyChanges } from "./change";
import { inverse } from "./inverse";
import { moveChanges } from "./list-moves";
import { orderOffers } from "./offer-order";
import { joinPath, type Json } from "./path";

const setupOf = (codes: readonly string[], channelsOf: (code: string) => string[] = () => ["web"]) => {
  const setup = smallestSetup();
  setup.channels = ["web", "shop"].map((code) => ({ ...setup.channels[0]!, code, name: code }));
  setup.offers = codes.map((code) => ({ ...setup.offers[0]!, code, name: code, channels: channelsOf(code) }));
  return setup;
};

test("any order is reached by moves, and undone by their inverse", () => {
  fc.assert(
    fc.property(fc.shuffledSubarray(["a", "b", "c", "d", "e", "f"], { minLength: 6 }), (order) => {
      const setup = setupOf(["a", "b", "c", "d", "e", "f"]);
      const list = setup.offers.map((offer) => ({ key: offer.code, value: offer as unknown as Json }));
      const changes = moveChanges(list, order, (key) => joinPath("offers", key));
      const moved = sure(applyChanges(setup, changes));
      expect(moved.setup.offers.map(({ code }) => code)).toEqual(order);
      expect(sure(applyChanges(moved.setup, inverse(moved.changes))).setup).toEqual(setup);
    }),
  );
});

test("one that moves costs two changes, whichever way", () => {
  const list = ["a", "b", "c", "d"].map((key) => ({ key, value: key }));
  expect(moveChanges(list, ["d", "a", "b", "c"], (_, i) => `l/${i}`)).toEqual([
    { path: "l/3", from: "d" },
    { path: "l/0", to: "d", at: 0 },
  ]);
  expect(moveChanges(list, ["b", "c", "d", "a"], (_, i) => `l/${i}`)).toEqual([
    { path: "l/0", from: "a" },
    { path: "l/3", to: "a", at: 3 },
  ]);
  expect(moveChanges(list, ["a", "b", "c", "d"], () => "")).toEqual([]);
});

const both =
  (...names: string[]) =>
  (code: string) =>
    names.includes(code) ? ["web", "shop"] : ["web"];

test("another channel keeps its order where it can", () => {
  const { offers } = setupOf(["a", "b", "c"], both("a", "b"));
  // c goes first in the web shop; the shop has only a and b
  expect(orderOffers(offers, "web", ["c", "a", "b"])).toEqual({ order: ["c", "a", "b"], alsoChanged: [] });
});

test("where it can't, it is said which", () => {
  const { offers } = setupOf(["a", "b", "c"], both("a", "b"));
  expect(orderOffers(offers, "web", ["b", "a", "c"])).toEqual({
    order: ["b", "a", "c"],
    alsoChanged: ["shop"],
  });
});

test("whatever is wanted, the channel gets it, and a channel that is not named keeps its order", () => {
  const codes = ["a", "b", "c", "d", "e"];
  const channels = ["web", "shop", "fair"];
  const listed = fc.tuple(
    ...codes.map((code) => fc.subarray(channels, { minLength: 1 }).map((own) => ({ code, channels: own }))),
  );
  const inChannel = (
    order: readonly string[],
    offers: readonly { code: string; channels: string[] }[],
    channel: string,
  ) => order.filter((code) => offers.find((offer) => offer.code === code)!.channels.includes(channel));
  fc.assert(
    fc.property(listed, fc.shuffledSubarray(codes, { minLength: 5 }), (offers, shuffled) => {
      const wanted = inChannel(shuffled, offers, "web");
      const { order, alsoChanged } = orderOffers(offers, "web", wanted);
      expect([...order].sort()).toEqual(codes);
      expect(inChannel(order, offers, "web")).toEqual(wanted);
      for (const channel of channels.slice(1).filter((code) => !alsoChanged.includes(code)))
        expect(inChannel(order, offers, channel)).toEqual(inChannel(codes, offers, channel));
    }),
  );
});
