import fc from "fast-check";
import { anyBusiness } from "../../../tests/support/any-business";
import { runs } from "../../../tests/support/runs";
import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { compileItem } from "../parcels/compiled-item";
import { compileSetup } from "../quote/compiled-setup";
import { quoteBoth } from "../quote/quote-order";
import { quoteRequestSchema } from "../quote/request";
import { parseWith } from "../setup/parse-setup";
import type { Setup } from "../setup/setup";
import { Replay } from "./replay";
import { untouchedOffers } from "./untouched-offers";

/** Two offers: `parcel` as it is, by its service; `letter` by one of its own that has no freight to pay. */
function twoOffers(): Setup {
  const setup = smallestSetup();
  setup.carriers.push({ ...setup.carriers[0]!, code: "WALK" });
  setup.services.push({
    ...structuredClone(setup.services[0]!),
    code: "FOOT",
    carrier: "WALK",
    rate: { none: true },
  });
  setup.offers.push({ ...structuredClone(setup.offers[0]!), code: "letter", services: ["FOOT"] });
  return setup;
}

const untouchedBy = (change: (setup: Setup) => void): readonly string[] => {
  const after = twoOffers();
  change(after);
  return [...untouchedOffers(twoOffers(), after)];
};

test("setups that are the same, also as different objects, leave every offer untouched", () => {
  const setup = twoOffers();
  expect([...untouchedOffers(setup, setup)]).toEqual(["parcel", "letter"]);
  expect(untouchedBy(() => undefined)).toEqual(["parcel", "letter"]);
});

test.each<[string, (setup: Setup) => void]>([
  ["the offer itself", (s) => (s.offers[0]!.name = "Other")],
  ["its service", (s) => (s.services[0]!.transit.maxDays = 9)],
  ["the service's carrier", (s) => (s.carriers[0]!.workdays = [1])],
  ["the service's tariff", (s) => (s.tariffs[0]!.editions[0]!.rows[0]!.rates[0] = "9.99")],
  ["the tariff's chart", (s) => (s.zoneCharts[0]!.entries[0]!.country = "LT")],
])("what an offer comes to by codes touches it and no other: %s", (_, change) => {
  expect(untouchedBy(change)).toEqual(["letter"]);
});

test("a chart that only a condition names touches the offer", () => {
  const ladder = (setup: Setup) => {
    setup.zoneCharts.push({ ...structuredClone(setup.zoneCharts[0]!), code: "ISLES" });
    const zone = setup.zoneCharts[0]!.zones[0]!.code;
    setup.offers[1]!.plan = {
      kind: "ladder",
      match: "first",
      rules: [{ when: [{ chart: "ISLES", zone: [zone] }], then: { free: true } }],
    };
  };
  const [before, after] = [twoOffers(), twoOffers()];
  ladder(before);
  ladder(after);
  after.zoneCharts[1]!.entries[0]!.country = "LT";
  expect([...untouchedOffers(before, after)]).toEqual(["parcel"]);
});

test.each<[string, (setup: Setup) => void]>([
  ["the business", (s) => (s.business.deliveryTaxPercent = "1")],
  ["an origin", (s) => (s.origins[0]!.rank = 7)],
  ["a channel", (s) => (s.channels[0]!.whenFree = "dropSlowerOrEqual")],
  ["sourcing", (s) => (s.sourcing.split = "byPiece")],
  ["an exception", (s) => s.itemExceptions.push({ item: "BOX", do: "ban" })],
  ["a goods class", (s) => s.goodsClasses.push({ code: "bulky", name: "Bulky" })],
  ["a charge type", (s) => (s.chargeTypes[0]!.taxPercent = "3")],
  [
    "a rate of exchange",
    (s) => s.exchangeRates.push({ from: "SEK", to: "EUR", rate: "0.1", asOf: "2026-01-01" }),
  ],
])("what any offer may read, named or not, touches all: %s", (_, change) => {
  expect(untouchedBy(change)).toEqual([]);
});

test("an offer that is new is touched, one that went is not told of", () => {
  expect(untouchedBy((s) => s.offers.push({ ...s.offers[0]!, code: "new" }))).toEqual(["parcel", "letter"]);
  expect(untouchedBy((s) => s.offers.shift())).toEqual(["letter"]);
  // what nobody comes to makes no difference
  expect(untouchedBy((s) => s.services.push({ ...s.services[0]!, code: "SPARE" }))).toEqual([
    "parcel",
    "letter",
  ]);
});

const lists = ["services", "tariffs", "carriers", "zoneCharts", "offers"] as const;

/** Members of a setup in place of another's of the same codes. */
function swapped(setup: Setup, other: Setup, places: readonly { list: number; member: number }[]): Setup {
  const after = structuredClone(setup);
  for (const { list, member } of places) {
    const own: { code: string }[] = after[lists[list]!];
    const at = member % own.length;
    const stranger = other[lists[list]!].find(({ code }) => code === own[at]!.code);
    if (stranger) own[at] = structuredClone(stranger);
  }
  return after;
}

test("a replay says the same whether or not untouched offers are worked out once", () => {
  const place = fc.record({ list: fc.nat(lists.length - 1), member: fc.nat(5) });
  let [shared, changed] = [0, 0];
  fc.assert(
    fc.property(
      anyBusiness,
      anyBusiness,
      fc.array(place, { minLength: 1, maxLength: 2 }),
      (one, other, places) => {
        const [before, after] = [
          compileSetup(one.setup),
          compileSetup(swapped(one.setup, other.setup, places)),
        ];
        // what leads nowhere is no setup
        if (!before.ok || !after.ok) return;
        const read = one.items.map(
          (item) => [item.sku, compileItem(item, before.value.defaultWeights)] as const,
        );
        const catalogue = new Map(read);
        const items = (sku: string) => catalogue.get(sku);
        const request = sure(parseWith(quoteRequestSchema, one.request));
        const untouched = untouchedOffers(one.setup, after.value.setup);
        const context = { items: [items, items] as const, now: "2026-11-24T08:00:00Z" };
        const [apart, once] = [context, { ...context, untouched }].map((given) => {
          const replay = new Replay(before.value, after.value, given);
          return { orders: [...replay.run([{ request }])], totals: replay.totals };
        });
        expect(once).toEqual(apart);
        if (untouched.size > 0) shared++;
        const [order] = once!.orders;
        if (order && "difference" in order && order.difference) changed++;
      },
    ),
    { seed: 20261128, numRuns: runs(150) },
  );
  expect(shared).toBeGreaterThan(runs(150) / 4);
  expect(changed).toBeGreaterThan(runs(150) / 20);
});

describe("an order under both setups at once", () => {
  const item = compileItem({ sku: "BOX", name: "Box", weight: { value: "2", unit: "kg" } }, new Map());
  const context = {
    items: (sku: string) => (sku === "BOX" ? item : undefined),
    now: "2026-11-24T08:00:00Z",
  };
  const asked = (more: object) =>
    sure(
      parseWith(quoteRequestSchema, {
        channel: "web",
        shipTo: { country: "EE" },
        lines: [{ sku: "BOX", quantity: 1 }],
        ...more,
      }),
    );
  const after = twoOffers();
  after.offers.shift();
  const [first, second] = [twoOffers(), after].map((setup) => sure(compileSetup(setup)));
  const both = (more: object) =>
    quoteBoth(first!, second!, untouchedOffers(twoOffers(), after), asked(more), context);

  test("an offer that both give alike is the same answer, not one worked out again", () => {
    const [then, next] = sure(both({}));
    expect(then.offers.map(({ offer }) => offer)).toEqual(["parcel", "letter"]);
    expect(next.offers).toEqual([then.offers[1]]);
    expect(next.offers[0]).toBe(then.offers[1]);
  });

  test("what is wrong with an order is told as by the first, then by the second", () => {
    expect(both({ lines: [{ sku: "NONE", quantity: 1 }] })).toMatchObject({
      problems: [{ code: "unknown-sku", path: "lines/0/sku" }],
    });
    expect(both({ offers: ["letter", "parcel"] })).toMatchObject({
      problems: [{ code: "unknown-code", path: "offers/1", data: { list: "offers", code: "parcel" } }],
    });
  });

  test("where nothing ships both say so", () => {
    const gift = { sku: "CARD", quantity: 1, item: { shippable: false } };
    const [then, next] = sure(both({ lines: [gift] }));
    expect([then.reason, next.reason]).toEqual(["nothing-to-ship", "nothing-to-ship"]);
  });
});
