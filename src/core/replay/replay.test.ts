import fc from "fast-check";
import { anyBusiness } from "../../../tests/support/any-business";
import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { compileItem } from "../parcels/compiled-item";
import { compileSetup } from "../quote/compiled-setup";
import { planLiveRequests, quote } from "../quote/quote-order";
import { quoteRequestSchema, type QuoteRequest } from "../quote/request";
import { parseWith } from "../setup/parse-setup";
import type { Setup } from "../setup/setup";
import { Replay, type ReplayOrder } from "./replay";
import { TotalsCounter } from "./totals";
import { runs } from "../../../tests/support/runs";

const request = (quantity: number, country = "EE"): QuoteRequest => ({
  channel: "web",
  placedAt: "2026-11-24T08:00:00Z",
  shipTo: { country },
  lines: [{ sku: "BOX", quantity }],
});

function replayOf(change: (setup: Setup) => void) {
  const [before, after] = [smallestSetup(), smallestSetup()];
  change(after);
  const item = compileItem({ sku: "BOX", name: "Box", weight: { value: "2", unit: "kg" } }, new Map());
  const items = (sku: string) => (sku === "BOX" ? item : undefined);
  return new Replay(sure(compileSetup(before)), sure(compileSetup(after)), {
    items: [items, items],
    now: "2026-11-24T08:00:00Z",
  });
}

const orders: ReplayOrder[] = [1, 2, 9].map((quantity) => ({ request: request(quantity) }));

test("equal setups differ in nothing, and their totals are equal on both sides", () => {
  const replay = replayOf(() => undefined);
  expect([...replay.run(orders)].map((one) => "difference" in one && one.difference)).toEqual([
    undefined,
    undefined,
    undefined,
  ]);
  const [[channel, line]] = replay.totals.channel as [(typeof replay.totals.channel)[number]];
  // 4.62 + 4.62 + 8.69 charged, 4.20 + 4.20 + 7.90 paid
  expect([channel, line]).toEqual([
    "web",
    {
      orders: [3, 3],
      changed: 0,
      charge: ["17.93", "17.93"],
      cost: ["16.3", "16.3"],
      margin: ["1.63", "1.63"],
    },
  ]);
});

test("a dearer cell changes charge, cost and margin of the orders it concerns", () => {
  const replay = replayOf((setup) => (setup.tariffs[0]!.editions[0]!.rows[0]!.rates[0] = "5.20"));
  const [first, , third] = [...replay.run(orders, 100)];
  expect(first).toEqual({
    index: 100,
    difference: {
      index: 100,
      lost: [],
      gained: [],
      changed: [
        {
          offer: "parcel",
          net: ["4.62", "5.72"],
          gross: ["5.64", "6.98"],
          cost: ["4.20", "5.20"],
          margin: ["0.42", "0.52"],
        },
      ],
    },
    moved: { offer: "parcel", charge: "1.1", margin: "0.1" },
  });
  // 2, 4 and 18 kg
  expect(replay.totals.weight.map(([edge, line]) => [edge, line.changed])).toEqual([
    ["2", 1],
    ["5", 1],
    ["20", 0],
  ]);
  expect(third).toEqual({ index: 102, difference: undefined });
  expect(replay.totals.offer[0]![1]).toMatchObject({ changed: 2, cost: ["16.3", "18.3"] });
});

test("offers lost and gained, and a slower promise", () => {
  const lost = replayOf((setup) => (setup.offers[0]!.active = false));
  expect([...lost.run([orders[0]!])][0]).toMatchObject({ difference: { lost: ["parcel"], gained: [] } });
  expect(lost.totals.country).toEqual([["EE", expect.objectContaining({ orders: [1, 0], changed: 1 })]]);
  const slower = replayOf((setup) => (setup.services[0]!.transit.maxDays = 5));
  expect([...slower.run([orders[0]!])][0]).toMatchObject({
    difference: { changed: [{ offer: "parcel", latest: ["2026-11-30", "2026-12-02"] }] },
    moved: { promise: "later", charge: "0" },
  });
  const sooner = replayOf((setup) => (setup.services[0]!.transit.maxDays = 1));
  expect([...sooner.run([orders[0]!])][0]).toMatchObject({ moved: { promise: "sooner" } });
});

test("an order that can't be rated tells why and does not count; the applied offer counts, not the cheapest", () => {
  const replay = replayOf((setup) => {
    setup.offers.push({ ...setup.offers[0]!, code: "dear", adjust: { marginPercent: "100" } });
  });
  const unknown = { request: { ...request(1), lines: [{ sku: "NONE", quantity: 1 }] } };
  const results = [...replay.run([unknown, { request: request(1), offer: "dear" }])];
  expect(results[0]).toMatchObject({ problems: [{ code: "unknown-sku", path: "lines/0/sku" }] });
  expect(results[1]).toMatchObject({ difference: { gained: ["dear"] } });
  expect(replay.totals.channel[0]![1]).toMatchObject({ orders: [0, 1], charge: ["0", "8.4"] });
});

test("totals of parts merge into those of the whole", () => {
  const change = (setup: Setup) => (setup.offers[0]!.adjust = { marginPercent: "12" });
  const whole = replayOf(change);
  for (const one of whole.run(orders)) expect("difference" in one).toBe(true);
  const merged = new TotalsCounter();
  for (const order of orders) {
    const part = replayOf(change);
    for (const one of part.run([order])) expect("difference" in one).toBe(true);
    merged.merge(part.totals);
  }
  expect(merged.totals).toEqual(whole.totals);
});

test("of any two businesses a replay says what their own quotes say: the same differs, and nothing of one with itself", () => {
  fc.assert(
    fc.property(anyBusiness, anyBusiness, (one, other) => {
      const [before, after] = [one, { ...one, setup: { ...one.setup, offers: other.setup.offers } }].map(
        ({ setup }) => sure(compileSetup(setup)),
      );
      const items = (compiled: typeof before) => {
        const list = one.items.map(
          (item) => [item.sku, compileItem(item, compiled!.defaultWeights)] as const,
        );
        const catalogue = new Map(list);
        return (sku: string) => catalogue.get(sku);
      };
      const asked = sure(parseWith(quoteRequestSchema, one.request));
      const now = "2026-11-24T08:00:00Z";
      const replayOf = (a: typeof before, b: typeof before) =>
        [...new Replay(a!, b!, { items: [items(a), items(b)], now }).run([{ request: asked }])][0]!;
      const same = replayOf(before, before);
      if ("difference" in same) expect(same.difference).toBeUndefined();
      const figures = [before, after].map((compiled) => {
        const result = quote(compiled!, asked, { items: items(compiled), now });
        return result.ok
          ? result.value.offers.map(({ offer, net, cost }) => `${offer} ${net} ${cost}`)
          : "refused";
      });
      const replayed = replayOf(before, after);
      if (JSON.stringify(figures[0]) !== JSON.stringify(figures[1]))
        expect("difference" in replayed && replayed.difference === undefined).toBe(false);
    }),
    { seed: 41, numRuns: runs(60) },
  );
});

test("an order is rated by what carriers said when it was charged, as old as that was then; without it by fallback", () => {
  const live = (setup: Setup) => {
    setup.connections = [{ code: "sim", adapter: "x", carrier: "POST", timeoutMs: 1000, cacheMinutes: 30 }];
    setup.services[0]!.rate = { live: "sim", liveService: "ECO", fallback: { tariff: "PARCEL-BUY" } };
  };
  const [before, after] = [smallestSetup(), smallestSetup()];
  live(before);
  live(after);
  after.offers[0]!.adjust = { ...after.offers[0]!.adjust, minimum: "90" };
  const compiled = sure(compileSetup(before));
  const item = compileItem({ sku: "BOX", name: "Box", weight: { value: "2", unit: "kg" } }, new Map());
  const items = () => item;
  const [question] = sure(planLiveRequests(compiled, request(1), { items, now: "2026-11-24T08:00:00Z" }));
  const replay = new Replay(compiled, sure(compileSetup(after)), {
    items: [items, items],
    now: "2027-03-01T08:00:00Z",
  });
  const rates = [[question!.key, { amount: "1.11", currency: "EUR", at: "2026-11-24T07:50:00Z" }]] as const;
  const one = { request: request(1), live: { rates, asOf: "2026-11-24T08:00:00Z" } };
  for (const _ of replay.run([one, { request: request(1) }])) void _;
  // 1.11 as it was answered, 4.20 by the table
  expect(replay.totals.channel[0]![1].cost).toEqual(["5.31", "5.31"]);
});
