import { box, netOrReason, pieces, quoteWith, service, type Case } from "../../../tests/support/quote-with";
import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { compileItem } from "../parcels/compiled-item";
import { compileSetup } from "../quote/compiled-setup";
import { planLiveRequests } from "../quote/quote-order";
import type { QuoteRequest } from "../quote/request";
import type { Item } from "../setup/item";
import type { Service } from "../setup/service";
import type { Setup } from "../setup/setup";
import type { LiveAnswer, LiveRates } from "./live-rate";

const costOf = (of: Case) => quoteWith(of).offers[0]?.cost ?? netOrReason(of);
const live = (fallback?: Extract<Service["rate"], { live: string }>["fallback"]) =>
  service((s, setup) => {
    setup.connections = [{ code: "sim", adapter: "x", carrier: "POST", timeoutMs: 1000, cacheMinutes: 30 }];
    s.rate = { live: "sim", liveService: "ECO", ...(fallback ? { fallback } : {}) };
    delete setup.offers[0]!.adjust;
  });
const asked = (of: Case, liveRates?: LiveRates, more: Partial<QuoteRequest> = {}, item: Item = box) => {
  const setup = smallestSetup();
  of.setup?.(setup);
  const compiled = sure(compileSetup(setup));
  const known = compileItem(item, compiled.defaultWeights);
  return sure(
    planLiveRequests(
      compiled,
      {
        channel: "web",
        shipTo: { country: "EE", postcode: "50107" },
        lines: [{ sku: "BOX", quantity: 2 }],
        ...more,
      },
      { items: () => known, now: "2026-11-24T08:00:00Z", ...(liveRates ? { liveRates } : {}) },
    ),
  );
};
const request = { ...pieces(2), shipTo: { country: "EE", postcode: "50107" } };
const answered = (answer: LiveAnswer): LiveRates => new Map([[asked(live())[0]!.key, answer]]);
const at = (time: string) => `2026-11-24T${time}:00Z`;

test("what to ask holds all a rate can depend on", () => {
  expect(asked(live())).toEqual([
    {
      key: "sim,PARCEL,ECO,SHED;EE,,50107,;EUR,20.00,000,;;1x4x%3F;2026-11-25",
      lastKnownKey: "sim,PARCEL,ECO,SHED;EE,,50107,;EUR,20.00,000,;;1x4x%3F",
      connection: "sim",
      service: "PARCEL",
      liveService: "ECO",
      origin: "SHED",
      place: { country: "EE", postcode: "50107" },
      city: undefined,
      shipDate: "2026-11-25",
      currency: "EUR",
      goodsValue: "20.00",
      goodsClasses: [],
      poBox: false,
      collectionPoint: false,
      signature: false,
      cashOnDelivery: undefined,
      parcels: [{ count: 1, weight: "4" }],
    },
  ]);
});

test("whatever a rate can depend on makes another question, and equal orders make the same", () => {
  const from = { country: "EE", postcode: "50107" };
  const taking = live();
  const differing: Partial<QuoteRequest>[] = [
    {},
    { signature: true },
    { shipTo: { ...from, poBox: true } },
    { shipTo: { ...from, collectionPoint: true } },
    { shipTo: { ...from, city: "Tartu" } },
    { shipTo: { ...from, city: "Tartu,;|" } },
    { shipTo: { country: "EE", postcode: "50108" } },
    { shipTo: { ...from, subdivision: "EE-79" } },
    { cashOnDelivery: true },
    { cashOnDelivery: true, cashOnDeliveryAmount: "12.50" },
    { placedAt: "2026-11-25T08:00:00Z" },
    { currency: "SEK" },
    { lines: [{ sku: "BOX", quantity: 2, unitPrice: "9" }] },
    { lines: [{ sku: "BOX", quantity: 3 }] },
  ];
  const of = {
    setup: (s: Setup) => {
      taking.setup?.(s);
      s.exchangeRates = [{ from: "EUR", to: "SEK", rate: "11", asOf: "2026-01-01" }];
      s.services[0]!.accepts = { cashOnDelivery: true };
    },
  };
  const keys = differing.map((more) => asked(of, undefined, more)[0]!.key);
  expect(new Set(keys).size).toBe(differing.length);
  expect(asked(of, undefined, { coupon: "HONEY" })[0]!.key).toBe(keys[0]);
  const [classed] = asked(of, undefined, {}, { ...box, goodsClass: "bulky" });
  expect(classed).toMatchObject({ goodsClasses: ["bulky"] });
  expect(keys).not.toContain(classed!.key);
});

test("what is collected is what the request says, else the goods with tax", () => {
  const taking = live();
  const of = {
    setup: (s: Setup) => {
      taking.setup?.(s);
      s.services[0]!.accepts = { cashOnDelivery: true };
    },
  };
  const collected = (more: Partial<QuoteRequest>) => asked(of, undefined, more)[0]!.cashOnDelivery;
  expect(collected({ cashOnDelivery: true, cashOnDeliveryAmount: "7.5" })).toBe("7.50");
  expect(collected({ cashOnDelivery: true, lines: [{ sku: "BOX", quantity: 2, taxPercent: "24" }] })).toBe(
    "24.80",
  );
  expect(collected({ cashOnDeliveryAmount: "7.5" })).toBeUndefined();
});

test("a rate known for another ship date stands in for so many hours, and the question is asked all the same", () => {
  const known = asked(live())[0]!.lastKnownKey;
  const rates: LiveRates = new Map([[known, { amount: "3", currency: "EUR", at: at("07:00") }]]);
  expect(costOf({ ...live({ lastKnownHours: 1 }), request, live: rates })).toBe("3.00");
  expect(costOf({ ...live({ tariff: "PARCEL-BUY" }), request, live: rates })).toBe("4.20");
  expect(asked(live({ lastKnownHours: 1 }), rates)).toHaveLength(1);
  const declined: LiveRates = new Map([[known, { declined: "no", at: at("07:59") }]]);
  expect(costOf({ ...live({ lastKnownHours: 1 }), request, live: declined })).toBe("live-unavailable");
});

test("an answer is the freight while it is new, and is not asked for again", () => {
  const rates = answered({ amount: "3.333", currency: "EUR", at: at("07:30") });
  expect(costOf({ ...live(), request, live: rates })).toBe("3.33");
  expect(asked(live(), rates)).toEqual([]);
});

test("an old answer, a refusal, nonsense or none: the fallback, as the service says", () => {
  const old = answered({ amount: "3", currency: "EUR", at: at("07:29") });
  expect(costOf({ ...live(), request, live: old })).toBe("live-unavailable");
  expect(costOf({ ...live("passOver"), request, live: old })).toBe("live-unavailable");
  expect(costOf({ ...live({ lastKnownHours: 1 }), request, live: old })).toBe("3.00");
  const older = answered({ amount: "3", currency: "EUR", at: at("06:59") });
  expect(costOf({ ...live({ lastKnownHours: 1 }), request, live: older })).toBe("live-unavailable");
  expect(costOf({ ...live({ tariff: "PARCEL-BUY" }), request })).toBe("4.20");
  const strange = answered({ amount: "free", currency: "EUR", at: at("08:00") });
  expect(costOf({ ...live({ tariff: "PARCEL-BUY" }), request, live: strange })).toBe("4.20");
  const declined = answered({ declined: "too far", at: at("08:00") });
  expect(costOf({ ...live({ tariff: "PARCEL-BUY" }), request, live: declined })).toBe("live-unavailable");
});
