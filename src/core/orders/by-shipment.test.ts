import fc from "fast-check";
import demoItems from "../../../demo/nettle-and-comb.items.json";
import demoSetup from "../../../demo/nettle-and-comb.setup.json";
import { addsUp } from "../../../tests/support/quote-with";
import { sure } from "../../../tests/support/smallest-setup";
import { Decimal, sum } from "../money/decimal";
import { compileItem } from "../parcels/compiled-item";
import type { OrderLine } from "../parcels/order-line";
import { compileSetup } from "../quote/compiled-setup";
import { quote } from "../quote/quote-order";
import type { QuoteRequest } from "../quote/request";
import type { Item } from "../setup/item";
import { parseSetup } from "../setup/parse-setup";
import { allot, choicesOf, joined, rateByShipment, ratedParts, splitOf } from "./by-shipment";
import { pinCosts, unpinned } from "./pin-cost";

const compiled = sure(compileSetup(sure(parseSetup(demoSetup))));
const catalogue = new Map(
  (demoItems as Item[]).map((item) => [item.sku, compileItem(item, compiled.defaultWeights)]),
);
const context = { items: (sku: string) => catalogue.get(sku), now: "2026-11-24T08:00:00Z" };

const request = (lines: QuoteRequest["lines"], more: Partial<QuoteRequest> = {}): QuoteRequest => ({
  channel: "web",
  shipTo: { country: "EE", postcode: "51013", city: "Tartu" },
  lines,
  ...more,
});
const three = request([
  { sku: "FRAME-25", quantity: 3, unitPrice: "37.82", origin: "TRT" },
  { sku: "FOUND-5", quantity: 2, unitPrice: "95.16", origin: "GDY" },
  { sku: "SMOKER", quantity: 1, unitPrice: "24.00", origin: "TRT" },
]);
const choices = [
  {
    origin: "TRT",
    offer: "express",
    lines: [
      { sku: "FRAME-25", quantity: 3 },
      { sku: "SMOKER", quantity: 1 },
    ],
  },
  { origin: "GDY", offer: "express", lines: [{ sku: "FOUND-5", quantity: 2 }] },
] as const;
const copy = () => structuredClone(choices) as unknown as Parameters<typeof rateByShipment>[2];

test("each shipment is charged by its own offer, and what the order is charged is their sum to the cent", () => {
  const whole = sure(rateByShipment(compiled, { ...three, working: true }, copy(), context));
  if ("fault" in whole) throw new Error(JSON.stringify(whole));
  expect(whole.parts).toHaveLength(2);
  for (const part of whole.parts!) addsUp(part);
  addsUp(whole);
  expect(whole.shipments.map(({ origin }) => origin)).toEqual(["TRT", "GDY"]);
  for (const field of ["net", "tax", "gross", "cost", "margin"] as const)
    expect(whole[field]).toBe(sum(whole.parts!.map((part) => Decimal.of(part[field]))).toFixed(2));
  expect(choicesOf(whole)).toEqual(choices);
  expect(whole.offer).toBe("express");
  // each part explains itself
  expect(whole.parts!.every(({ working }) => working!.some(({ code }) => code === "shipment-cost"))).toBe(
    true,
  );
});

test("what it costs is what the same split costs as one, and each shipment is what it is alone", () => {
  const asOne = sure(quote(compiled, { ...three, offers: ["express"] }, context)).offers[0]!;
  const whole = sure(rateByShipment(compiled, three, copy(), context));
  if ("fault" in whole) throw new Error(JSON.stringify(whole));
  expect(whole.cost).toBe(asOne.cost);
  expect(
    splitOf(asOne)
      .map(({ origin }) => origin)
      .sort(),
  ).toEqual(["GDY", "TRT"]);
  const alone = sure(quote(compiled, { ...three, offers: ["express"], lines: [three.lines[1]!] }, context))
    .offers[0]!;
  expect(whole.parts![1]!.cost).toBe(alone.cost);
});

test("whether delivery is free is decided by the whole order, not by what a shipment is worth", () => {
  const free = compiled.setup.offers.find((offer) => offer.free && offer.channels.includes("web"));
  const offer = free!.code;
  const split = (lines: QuoteRequest["lines"]) => {
    const asked = request(lines, { offers: [offer] });
    const parts = sure(
      ratedParts(
        compiled,
        asked,
        [
          { origin: "TRT", lines: [{ sku: "FRAME-25", quantity: 1 }] },
          { origin: "TRT", lines: [{ sku: "SMOKER", quantity: 1 }] },
        ],
        context,
      ),
    );
    return "sku" in parts ? [] : parts.map((part) => part.offers[0]?.free);
  };
  const cheap = { sku: "SMOKER", quantity: 1, unitPrice: "1.00", origin: "TRT" };
  expect(split([{ sku: "FRAME-25", quantity: 1, unitPrice: "1.00", origin: "TRT" }, cheap])).toEqual([
    false,
    false,
  ]);
  expect(split([{ sku: "FRAME-25", quantity: 1, unitPrice: "5000.00", origin: "TRT" }, cheap])).toEqual([
    true,
    true,
  ]);
});

test("pieces that are not the order's, and offers a shipment can't be given, are told", () => {
  const [first, second] = copy();
  const rate = (list: ReturnType<typeof copy>) => sure(rateByShipment(compiled, three, list, context));
  expect(rate([first!])).toEqual({ fault: "pieces", sku: "FOUND-5" });
  expect(rate([first!, { ...second!, lines: [{ sku: "FOUND-5", quantity: 3 }] }])).toEqual({
    fault: "pieces",
    sku: "FOUND-5",
  });
  expect(rate([first!, { ...second!, lines: [{ sku: "NOTHING", quantity: 1 }] }])).toMatchObject({
    fault: "pieces",
  });
  expect(rate([first!, { ...second!, offer: "own-van" }])).toMatchObject({
    fault: "withheld",
    origin: "GDY",
  });
});

test("however an order is divided, every piece is in one shipment and its price is shared out exactly", () => {
  const line = (sku: string, quantity: number, price: string): OrderLine => ({
    index: 0,
    item: { ...catalogue.get("FRAME-25")!, sku },
    quantity,
    price: Decimal.of(price),
    priceBeforeDiscount: Decimal.of(price),
    includesTax: true,
    taxPercent: Decimal.of("22"),
    pinned: undefined,
  });
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.constantFrom("A", "B", "C"), fc.integer({ min: 1, max: 9 })), {
        minLength: 1,
        maxLength: 6,
      }),
      fc.array(fc.integer({ min: 0, max: 2 }), { minLength: 60, maxLength: 60 }),
      (lines, places) => {
        const all = lines.map(([sku, quantity]) => line(sku, quantity, "10"));
        let next = 0;
        const wanted = [0, 1, 2].map((place) => ({ origin: `O${place}`, pieces: new Map<string, number>() }));
        for (const [sku, quantity] of lines)
          for (let piece = 0; piece < quantity; piece++) {
            const { pieces } = wanted[places[next++]!]!;
            pieces.set(sku, (pieces.get(sku) ?? 0) + 1);
          }
        const shipments = wanted
          .filter(({ pieces }) => pieces.size > 0)
          .map(({ origin, pieces }) => ({
            origin,
            lines: [...pieces].map(([sku, quantity]) => ({ sku, quantity })),
          }));
        const found = allot(all, shipments);
        if ("sku" in found) throw new Error(found.sku);
        const parts = found.flat();
        expect(found.map((part) => new Set(part.map(({ pinned }) => pinned)).size)).toEqual(
          found.map(() => 1),
        );
        const pieces = (list: readonly OrderLine[]) => list.reduce((n, { quantity }) => n + quantity, 0);
        expect(pieces(parts)).toBe(pieces(all));
        const worth = sum(parts.map(({ price }) => price)).minus(sum(all.map(({ price }) => price)));
        expect(Math.abs(Number(worth.toString()))).toBeLessThan(1e-20);
      },
    ),
    { seed: 16, numRuns: 200 },
  );
});

test("a sum is promised when all of it is, and free when all of it is", () => {
  const [one] = sure(quote(compiled, { ...three, offers: ["express"] }, context)).offers;
  const late = { ...one!, promise: { earliest: "2026-12-01", latest: "2026-12-09" } };
  const soon = { ...one!, promise: { earliest: "2026-11-25", latest: "2026-11-26" }, free: true };
  expect(joined([soon, late], "EUR").promise).toEqual({ earliest: "2026-12-01", latest: "2026-12-09" });
  const { promise: _, ...never } = soon;
  expect(joined([never, late], "EUR").promise).toBeUndefined();
  expect(joined([soon, soon], "EUR").free).toBe(true);
  expect(joined([soon, late], "EUR").free).toBe(false);
  expect(joined([soon, { ...late, offer: "post", name: "Post" }], "EUR").offer).toBe("express + post");
});

test("what pins cost is the difference to the way that would be chosen, by offer", () => {
  const free = unpinned(three)!;
  expect(free.lines.every((line) => !("origin" in line))).toBe(true);
  expect(unpinned(free)).toBeUndefined();
  const [pinned, best] = [three, free].map((asked) => sure(quote(compiled, asked, context)));
  const costs = pinCosts(pinned!, best!);
  const of = costs.find(({ offer }) => offer === "express")!;
  const cost = (asked: typeof pinned) => asked!.offers.find(({ offer }) => offer === "express")!.cost;
  expect(Number(of.cost)).toBeCloseTo(Number(cost(pinned)) - Number(cost(best)), 9);
  expect(Number(of.cost)).toBeGreaterThanOrEqual(0);
});
