import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { compileSetup } from "../quote/compiled-setup";
import type { Item } from "../setup/item";
import type { Setup } from "../setup/setup";
import { typicalOrderFindings } from "./typical-order";

const today = "2026-11-24";
const kg = (value: string) => ({ value, unit: "kg" as const });
const weighing = (sku: string, value: string): Item => ({ sku, name: sku, weight: kg(value) });
const catalogue = [weighing("A", "30"), weighing("B", "1"), weighing("C", "4")];

function found(change: (setup: Setup) => void, items: readonly Item[] = catalogue) {
  const setup = smallestSetup();
  setup.offers[0]!.adjust = {};
  change(setup);
  return typicalOrderFindings(sure(compileSetup(setup)), items, today);
}

const flat = (amount: string) => (setup: Setup) => {
  setup.offers[0]!.plan = { kind: "flat", amount, per: "order" };
};

test("the order is one piece of the item in the middle by weight, whatever the order of the catalogue", () => {
  const [first, ...more] = found(flat("0.10"));
  expect(more).toEqual([]);
  expect(first).toMatchObject({
    source: "offers/parcel/plan",
    data: { sku: "C", charge: { amount: "0.10" } },
  });
  expect(found(flat("0.10"), [...catalogue].reverse())).toEqual(found(flat("0.10")));
});

test("of an even number the lighter one; what has no weight, or does not ship, is not typical", () => {
  const more: Item[] = [
    weighing("D", "3"),
    { sku: "E", name: "E" },
    { ...weighing("F", "0.001"), shippable: false },
  ];
  expect(found(flat("0.10"), [...catalogue, ...more])).toMatchObject([{ data: { sku: "D" } }]);
  expect(found(flat("0.10"), [{ sku: "E", name: "E" }])).toEqual([]);
});

test("an offer that breaks even to the cent is right, and one cent less is not", () => {
  const [loss] = found(flat("0.10"));
  if (loss?.code !== "typical-order-loses") throw new Error("no loss");
  const cost = loss.data.cost.amount;
  expect(found(flat(cost))).toEqual([]);
  expect(found(flat((Number(cost) - 0.01).toFixed(2)))).toHaveLength(1);
});

test("an offer of several channels is told once, by the first of them where it loses", () => {
  const findings = found((setup) => {
    setup.channels.push({ ...setup.channels[0]!, code: "second", name: "Second" });
    setup.offers[0]!.channels = ["second", "web"];
    flat("0.10")(setup);
  });
  expect(findings).toMatchObject([{ data: { channel: "Web shop" } }]);
});

test("an offer that is not given for it says nothing", () => {
  const away = found((setup) => {
    flat("0.10")(setup);
    setup.offers[0]!.destinations = { only: [{ country: "LV" }] };
  });
  expect(away).toEqual([]);
  const off = found((setup) => {
    flat("0.10")(setup);
    for (const origin of setup.origins) origin.active = false;
  });
  expect(off).toEqual([]);
});
