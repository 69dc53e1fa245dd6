import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { compileItem } from "../parcels/compiled-item";
import { compileSetup } from "../quote/compiled-setup";
import type { Setup } from "../setup/setup";
import { cheaperService } from "./cheaper-service";
import { groundOf } from "./ground";
import { SavingsCounter } from "./left-on-table";

const NOW = "2026-11-24T08:00:00Z";
const item = {
  sku: "KIT",
  name: "Kit",
  weight: { value: "3", unit: "kg" as const },
};

/** The smallest setup's service beside others with a flat cost each, and days of their own. */
function setupWith(
  more: readonly { code: string; cost: string; maxDays: number; tier?: "collection"; only?: string[] }[],
): Setup {
  const setup = smallestSetup();
  const [service] = setup.services;
  const [tariff] = setup.tariffs;
  for (const { code, cost, maxDays, tier, only } of more) {
    setup.tariffs.push({
      ...structuredClone(tariff!),
      code: `T-${code}`,
      editions: tariff!.editions.map((edition) => ({
        ...edition,
        breaks: [{ edge: null, rate: "flat" as const }],
        rows: edition.rows.map(({ zone }) => ({ zone, rates: [cost] })),
      })),
    });
    setup.services.push({
      ...structuredClone(service!),
      code,
      rate: { tariff: `T-${code}` },
      transit: { minDays: 0, maxDays },
      ...(tier ? { tier } : {}),
      ...(only ? { destinations: { only: only.map((country) => ({ country })) } } : {}),
    });
  }
  return setup;
}

function waysOf(setup: Setup, service = setup.services[0]!.code) {
  const compiled = sure(compileSetup(setup));
  const ground = sure(
    groundOf(
      compiled,
      {
        channel: setup.channels[0]!.code,
        shipTo: { country: "EE", postcode: "10111" },
        lines: [{ sku: "KIT", quantity: 2 }],
      },
      { items: () => compileItem(item, compiled.defaultWeights), placedAt: NOW },
    ),
  );
  return cheaperService(ground, {
    service,
    origin: setup.origins[0]!.code,
    lines: [{ sku: "KIT", quantity: 1 }],
  });
}

describe("a cheaper service", () => {
  const own = smallestSetup().services[0]!;
  const slower = own.transit.maxDays + 3;

  it("is the cheapest that takes the shipment, and the cheapest that takes no more days", () => {
    const ways = waysOf(
      setupWith([
        { code: "SLOW", cost: "0.50", maxDays: slower },
        { code: "QUICK", cost: "1.00", maxDays: own.transit.maxDays },
        { code: "DEAR", cost: "900.00", maxDays: 0 },
      ]),
    );
    if (!("own" in ways)) throw new Error("its own service does not take it");
    expect([ways.cheapest.service, ways.cheapest.cost.toString()]).toEqual(["SLOW", "0.5"]);
    expect([ways.cheapestInTime.service, ways.cheapestInTime.cost.toString()]).toEqual(["QUICK", "1"]);
  });

  it("is its own where none costs less, also where another costs the same", () => {
    const plain = waysOf(smallestSetup());
    if (!("own" in plain)) throw new Error("its own service does not take it");
    const same = waysOf(setupWith([{ code: "SAME", cost: plain.own.cost.toString(), maxDays: 0 }]));
    expect(same).toMatchObject({ cheapest: { service: own.code }, cheapestInTime: { service: own.code } });
  });

  it("is none that would not take it: another place, or to be collected", () => {
    const ways = waysOf(
      setupWith([
        { code: "FAR", cost: "0.10", maxDays: 0, only: ["PT"] },
        { code: "COME", cost: "0.10", maxDays: 0, tier: "collection" },
      ]),
    );
    expect(ways).toMatchObject({ cheapest: { service: own.code } });
  });

  it("says why its own service would not take it any more", () => {
    const setup = smallestSetup();
    setup.services[0]!.active = false;
    expect(waysOf(setup)).toMatchObject({ rejection: { reason: "inactive" } });
    expect(waysOf(smallestSetup(), "GONE")).toEqual({ rejection: undefined });
  });
});

describe("what is left on the table", () => {
  it("adds up what is saved, by where it goes from and to and which services", () => {
    const counter = new SavingsCounter("EUR");
    const at = (zone: string) => ({ origin: "A", zone });
    const cheap = waysOf(setupWith([{ code: "QUICK", cost: "1.00", maxDays: 0 }]));
    const none = waysOf(smallestSetup());
    if (!("own" in cheap) || !("own" in none)) throw new Error("not taken");
    const each = cheap.own.cost.minus(cheap.cheapest.cost);
    counter.add(at("1"), cheap);
    counter.add(at("2"), cheap);
    counter.add(at("2"), cheap);
    counter.add(at("3"), none);
    const { compared, own: all, any, inTime } = counter.savings;
    expect(compared).toBe(4);
    expect(Number(all)).toBeCloseTo(4 * Number(cheap.own.cost.toString()), 9);
    expect(any).toEqual(inTime);
    expect(any.rows.map(({ zone, shipments, other }) => [zone, shipments, other])).toEqual([
      ["2", 2, "QUICK"],
      ["1", 1, "QUICK"],
    ]);
    expect(Number(any.saved)).toBeCloseTo(3 * Number(each.toString()), 9);
    expect(any.shipments).toBe(3);
  });
});
