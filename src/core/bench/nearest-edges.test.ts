import type { Setup } from "@/core/setup/setup";
import { box, now } from "../../../tests/support/quote-with";
import { smallestSetup } from "../../../tests/support/smallest-setup";
import { Bench } from "./bench";
import type { NearestEdge } from "./nearest-edges";

function edges(change: (setup: Setup) => void, line: object = {}): NearestEdge[] {
  const setup = smallestSetup();
  setup.offers[0]!.adjust = {};
  setup.channels[0]!.pricesIncludeTax = false;
  change(setup);
  const request = {
    channel: "web",
    shipTo: { country: "EE" },
    lines: [{ sku: "BOX", quantity: 1, ...line }],
  };
  const bench = new Bench({ setup, items: [box] }, [{ id: "a", name: "a", request, expects: [] }], now);
  return bench.edges("a", "parcel");
}

const ladder = (setup: Setup) => {
  setup.offers[0]!.plan = {
    kind: "ladder",
    match: "first",
    rules: [
      {
        when: [{ measure: "actualWeight", unit: "kg", op: "<=", value: "1" }],
        then: { terms: [{ constant: "3" }] },
      },
      {
        when: [{ measure: "actualWeight", unit: "kg", op: "<=", value: "5" }],
        then: { terms: [{ constant: "4" }] },
      },
      { when: [{ measure: "quantity", op: "<", value: "4" }], then: { terms: [{ constant: "9" }] } },
    ],
  };
};

test("the gram over a rule's bound, and the gram at the one below", () => {
  const found = edges(ladder);
  expect(found).toContainEqual({
    of: "weight",
    way: "more",
    by: "3.001",
    after: { charge: "9.00", free: false },
  });
  expect(found).toContainEqual({
    of: "weight",
    way: "less",
    by: "1",
    after: { charge: "3.00", free: false },
  });
});

test("goods to the cent until it is free, on the channel's basis", () => {
  const found = edges((setup) => {
    ladder(setup);
    setup.offers[0]!.free = { anyOf: [{ measure: "goodsValue", op: ">=", value: "25" }] };
  });
  expect(found).toContainEqual({
    of: "goods",
    way: "more",
    by: "15.00",
    after: { charge: "0.00", free: true },
  });
});

test("pieces of the first line, and a weight shared by several pieces", () => {
  const found = edges(ladder, { quantity: 2 });
  expect(found).toContainEqual({
    of: "pieces",
    way: "more",
    by: "1",
    after: { charge: "9.00", free: false },
  });
  // two pieces of 2 kg: half a gram each is no step of theirs
  expect(found).toContainEqual({
    of: "weight",
    way: "more",
    by: "1.002",
    after: { charge: "9.00", free: false },
  });
});

test("a rate that rises with every kilogram is no edge; where it ends is", () => {
  const found = edges((setup) => {
    setup.offers[0]!.plan = { kind: "terms", terms: [{ measure: "actualWeight", unit: "kg", amount: "1" }] };
    setup.services[0]!.limits = { maxShipmentWeight: { value: "20", unit: "kg" } };
    const [edition] = setup.tariffs[0]!.editions;
    edition!.breaks = [{ edge: null, rate: "flat" }];
    for (const row of edition!.rows) row.rates = ["1"];
  });
  expect(found.filter(({ of }) => of === "weight")).toMatchObject([
    { way: "more", by: "18.001", after: { withheld: { reason: "limit-weight" } } },
  ]);
});
