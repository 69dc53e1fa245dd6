import { pieces, quoteWith, service, box, netOrReason } from "../../../tests/support/quote-with";
import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { compileItem } from "../parcels/compiled-item";
import { compileSetup } from "../quote/compiled-setup";
import { planLiveRequests, quote } from "../quote/quote-order";
import type { Service } from "../setup/service";
import type { Setup } from "../setup/setup";
import { FuelIndex } from "./fuel-index";
import { liveAmount, type LiveAnswer, type LiveRates } from "./live-rate";

type Fallback = Extract<Service["rate"], { live: string }>["fallback"];

const live = (fallback?: Fallback) =>
  service((s, setup) => {
    setup.connections = [{ code: "sim", adapter: "x", carrier: "POST", timeoutMs: 1000, cacheMinutes: 30 }];
    s.rate = { live: "sim", liveService: "ECO", ...(fallback ? { fallback } : {}) };
    delete setup.offers[0]!.adjust;
  });
const request = { ...pieces(2), shipTo: { country: "EE", postcode: "50107" } };

function keys(fallback?: Fallback) {
  const setup: Setup = smallestSetup();
  live(fallback).setup?.(setup);
  const compiled = sure(compileSetup(setup));
  const known = compileItem(box, compiled.defaultWeights);
  const asked = { channel: "web", ...request, lines: [{ sku: "BOX", quantity: 2 }] };
  return sure(planLiveRequests(compiled, asked, { items: () => known, now: "2026-11-24T08:00:00Z" }))[0]!;
}

const stepOf = (code: string, fallback: Fallback | undefined, rates?: LiveRates) =>
  quoteWith({ ...live(fallback), request, ...(rates ? { live: rates } : {}) }).offers[0]?.working?.find(
    (step) => step.code === code,
  );
const answer = (time: string, amount = "3"): LiveAnswer => ({
  amount,
  currency: "EUR",
  at: `2026-11-24T${time}:00Z`,
});

describe("where a live figure comes from", () => {
  test("an answer that is new comes from the service's live rate, one that stands in from its fallback", () => {
    const { key, lastKnownKey } = keys({ lastKnownHours: 2 });
    expect(stepOf("live-rate", { lastKnownHours: 2 }, new Map([[key, answer("07:45")]]))).toMatchObject({
      source: "services/PARCEL/rate/live",
      inputs: { used: "fresh", connection: "sim", liveService: "ECO" },
      result: "3.00",
    });
    expect(
      stepOf("live-rate", { lastKnownHours: 2 }, new Map([[lastKnownKey, answer("06:45")]])),
    ).toMatchObject({ source: "services/PARCEL/rate/fallback", inputs: { used: "lastKnown" } });
  });

  test("a question that failed is no answer: the table stands in, and the step says why, when and in whose words", () => {
    const fallback = { tariff: "PARCEL-BUY" };
    const failed = { failed: "late", said: "try later", at: "2026-11-24T07:59:59Z", ms: 1500 };
    expect(stepOf("live-fallback", fallback, new Map([[keys(fallback).key, failed]]))).toMatchObject({
      source: "services/PARCEL/rate/fallback",
      inputs: { connection: "sim", ...failed },
    });
    // an older answer that may stand in does, whatever failed since
    const known = { lastKnownHours: 2 };
    const { key, lastKnownKey } = keys(known);
    const rates = new Map<string, LiveAnswer>([
      [key, failed],
      [lastKnownKey, answer("06:45")],
    ]);
    expect(stepOf("live-rate", known, rates)).toMatchObject({ inputs: { used: "lastKnown" } });
  });

  test("what failed is not asked again for the same quote, and a question tells what the table says of its shipment", () => {
    const asked = (rates: LiveRates) => {
      const setup: Setup = smallestSetup();
      live({ tariff: "PARCEL-BUY" }).setup?.(setup);
      const compiled = sure(compileSetup(setup));
      const known = compileItem(box, compiled.defaultWeights);
      const order = { channel: "web", ...request, lines: [{ sku: "BOX", quantity: 2 }] };
      const context = { items: () => known, now: "2026-11-24T08:00:00Z", liveRates: rates };
      return sure(planLiveRequests(compiled, order, context));
    };
    const [first] = asked(new Map());
    expect(first!.table).toEqual({ amount: "4.20", currency: "EUR" });
    expect(asked(new Map([[first!.key, { failed: "late", at: "2026-11-24T08:00:00Z" }]]))).toEqual([]);
    expect(keys({ lastKnownHours: 2 }).table).toBeUndefined();
  });

  test("answers age until the instant that is said, else until now", () => {
    const setup: Setup = smallestSetup();
    live().setup?.(setup);
    const compiled = sure(compileSetup(setup));
    const known = compileItem(box, compiled.defaultWeights);
    const order = { channel: "web", ...request, lines: [{ sku: "BOX", quantity: 2 }], working: true };
    const liveRates = new Map([[keys().key, answer("07:45")]]);
    const later = { items: () => known, now: "2026-11-24T12:00:00Z", liveRates };
    const placed = { ...order, placedAt: "2026-11-24T08:00:00Z" };
    expect(sure(quote(compiled, placed, later)).offers).toEqual([]);
    expect(sure(quote(compiled, placed, { ...later, liveAsOf: "2026-11-24T08:00:00Z" })).offers).toHaveLength(
      1,
    );
  });

  test("without an answer the table stands in, and the step leads to where that is said", () => {
    expect(stepOf("live-fallback", { tariff: "PARCEL-BUY" })).toMatchObject({
      source: "services/PARCEL/rate/fallback",
      inputs: { connection: "sim" },
    });
  });

  test("a refusal leads to the live rate, with what the carrier said where it said something", () => {
    const { key } = keys();
    const withheld = (rates?: LiveRates) => {
      const { withheld: list } = quoteWith({ ...live(), request, ...(rates ? { live: rates } : {}) });
      return list[0]!.because[0]!.rejection;
    };
    const at = "2026-11-24T08:00:00Z";
    expect(withheld(new Map([[key, { declined: "too far", at }]]))).toMatchObject({
      reason: "live-unavailable",
      inputs: { connection: "sim", declined: "too far" },
      source: "services/PARCEL/rate/live",
    });
    expect(withheld()).toMatchObject({
      reason: "live-unavailable",
      inputs: { connection: "sim" },
      source: "services/PARCEL/rate/live",
    });
  });

  test("an answer of nothing is an answer; less than nothing, or no figure, is none", () => {
    const of = (amount: string) => liveAmount(answer("08:00", amount))?.toString();
    expect([of("0"), of("0.00"), of("12.5")]).toEqual(
      ["0", "0.00", "12.5"].map((text) => String(Number(text))),
    );
    expect([of("-0.01"), of("free"), of("")]).toEqual([undefined, undefined, undefined]);
    const { key } = keys();
    const free = { ...live(), request, live: new Map([[key, answer("08:00", "0")]]) };
    expect(quoteWith(free).offers[0]).toMatchObject({ cost: "0.00" });
    const strange = { ...live(), request, live: new Map([[key, answer("08:00", "-1")]]) };
    expect(netOrReason(strange)).toBe("live-unavailable");
  });
});

describe("a fuel index", () => {
  const rows = [
    { from: "2026-03-01", percent: "9" },
    { from: "2026-01-01", percent: "7" },
    { from: "2026-02-01", percent: "8" },
    { from: "2026-02-01", percent: "88" },
  ];
  test("counts from its day on, in whatever order it is written; of two of one day the first", () => {
    const on = (date: string, list = rows) => new FuelIndex("POST", list).on(date);
    expect(on("2025-12-31")).toBeUndefined();
    expect(
      ["2026-01-01", "2026-01-31", "2026-02-01", "2026-02-28", "2026-03-01", "2027-01-01"].map((date) =>
        on(date)?.percent.toString(),
      ),
    ).toEqual(["7", "7", "8", "8", "9", "9"]);
    expect(on("2026-02-10", [...rows].reverse())?.percent.toString()).toBe("88");
    expect(on("2026-03-05")?.source).toBe("carriers/POST/fuelIndex/2026-03-01");
  });
  test("of a carrier without one is nothing", () => {
    expect(new FuelIndex("POST").on("2026-01-01")).toBeUndefined();
  });
});

describe("what a service weighs", () => {
  const of = (change: (s: Service) => void) =>
    quoteWith({ ...service((s) => change(s)), request: pieces(3) }).offers[0]!.working!;
  test("rounded up to its step, and the step says where that is written", () => {
    const steps = of((s) => {
      s.weightStep = { value: "4", unit: "kg" } as NonNullable<Service["weightStep"]>;
    });
    expect(steps.map(({ source }) => source)).toContain("services/PARCEL/weightStep");
    expect(of(() => undefined).map(({ source }) => source)).not.toContain("services/PARCEL/weightStep");
  });
});
