import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { applyChanges } from "@/core/setup/change";
import { copyChanges } from "./copied-offers";

function business() {
  const setup = smallestSetup();
  setup.channels = ["web", "shop"].map((code) => ({ ...setup.channels[0]!, code, name: code }));
  setup.offers = [
    { ...setup.offers[0]!, code: "a", channels: ["web"] },
    { ...setup.offers[0]!, code: "b", channels: ["web", "shop"] },
  ];
  return setup;
}

test("the same offers are given there too", () => {
  const setup = business();
  const next = sure(applyChanges(setup, copyChanges(setup.offers, "web", "shop", "same"))).setup;
  expect(next.offers.map(({ code, channels }) => [code, channels])).toEqual([
    ["a", ["web", "shop"]],
    ["b", ["web", "shop"]],
  ]);
});

test("copies are offers of their own, made once", () => {
  const setup = business();
  const once = sure(applyChanges(setup, copyChanges(setup.offers, "web", "shop", "copies"))).setup;
  expect(once.offers.map(({ code, channels }) => [code, channels])).toEqual([
    ["a", ["web"]],
    ["b", ["web", "shop"]],
    ["a-shop", ["shop"]],
  ]);
  expect(copyChanges(once.offers, "web", "shop", "copies")).toEqual([]);
});
