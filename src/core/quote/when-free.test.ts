import type { Channel } from "../setup/offer";
import type { QuotedOffer } from "./quote";
import { dropNeedless } from "./when-free";

const channel: Channel = {
  ...{ code: "web", name: "Web", currency: "EUR", pricesIncludeTax: true, active: true },
  whenFree: "dropSlowerOrEqual",
};
const offer = (code: string, free: boolean, latest?: string) =>
  ({
    ...{ offer: code, name: `Offer ${code}`, free },
    ...(latest ? { promise: { earliest: latest, latest } } : {}),
  }) as QuotedOffer;
const drop = (offers: readonly QuotedOffer[], collected: readonly string[] = [], on: Channel = channel) => {
  const { kept, dropped } = dropNeedless(offers, on, new Set(collected));
  return [kept.map((one) => one.offer), dropped.map((one) => one.offer)];
};
const free = offer("free", true, "2026-12-03");

test("what costs and comes no sooner than something free is left out, with the free one as the reason", () => {
  const list = [
    offer("sooner", false, "2026-12-02"),
    free,
    offer("as soon", false, "2026-12-03"),
    offer("later", false, "2026-12-04"),
  ];
  expect(drop(list)).toEqual([
    ["sooner", "free"],
    ["as soon", "later"],
  ]);
  expect(dropNeedless(list, channel, new Set()).dropped[0]).toEqual({
    offer: "as soon",
    name: "Offer as soon",
    reason: "free-offer-given",
    rejection: {
      reason: "free-offer-given",
      inputs: { offer: "Offer free" },
      source: "channels/web/whenFree",
    },
    because: [],
  });
});

test("another free one is kept, however late it comes", () => {
  expect(drop([free, offer("also free", true, "2026-12-09")])).toEqual([["free", "also free"], []]);
});

test("what promises no day is not compared, neither as the free one nor beside it", () => {
  expect(drop([free, offer("undated", false)])).toEqual([["free", "undated"], []]);
  expect(drop([offer("free", true), offer("later", false, "2026-12-04")])).toEqual([["free", "later"], []]);
});

test("what is collected drops nothing and is not dropped", () => {
  const later = offer("later", false, "2026-12-04");
  expect(drop([free, later], ["free"])).toEqual([["free", "later"], []]);
  expect(drop([free, later], ["later"])).toEqual([["free", "later"], []]);
});

test("a channel that does not ask for it lists all", () => {
  const { whenFree: _, ...lists } = channel;
  const list = [free, offer("later", false, "2026-12-04")];
  expect(drop(list, [], lists)).toEqual([["free", "later"], []]);
  expect(drop(list, [], { ...channel, whenFree: "listAll" })).toEqual([["free", "later"], []]);
});

test("the working of what is dropped stays with it", () => {
  const working: never[] = [];
  const later = { ...offer("later", false, "2026-12-04"), working };
  expect(dropNeedless([free, later], channel, new Set()).dropped[0]).toHaveProperty("working", working);
});
