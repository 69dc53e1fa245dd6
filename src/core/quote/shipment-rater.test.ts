import { box, cm, kg, now, sized } from "../../../tests/support/quote-with";
import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { Measures } from "../parcels/measures";
import type { Item } from "../setup/item";
import { compileItem } from "../parcels/compiled-item";
import { parseSetup, parseWith } from "../setup/parse-setup";
import type { Setup } from "../setup/setup";
import type { Rater } from "../sourcing/candidate";
import { compileSetup } from "./compiled-setup";
import { journeyOf } from "./journey-of";
import { readLines } from "./read-lines";
import { quoteRequestSchema } from "./request";
import { ShipmentBook } from "./shipment-book";
import { shipmentRater } from "./shipment-rater";

interface Asked {
  readonly setup?: (setup: Setup) => unknown;
  readonly item?: Partial<Item>;
  readonly lines?: readonly object[];
}

/** A rater of the only offer, and the order's lines. */
function raterOf({ setup: change, item = {}, lines = [{ sku: "BOX", quantity: 1 }] }: Asked) {
  const setup = smallestSetup();
  change?.(setup);
  const compiled = sure(compileSetup(sure(parseSetup(setup))));
  const read = compileItem({ ...box, ...item }, compiled.defaultWeights);
  const request = sure(
    parseWith(quoteRequestSchema, { channel: "web", shipTo: { country: "EE", postcode: "10111" }, lines }),
  );
  const journey = journeyOf(compiled, request, "EUR", now);
  const exchange = compiled.exchange.on(journey.date);
  const goods = sure(readLines(compiled, request, { currency: "EUR", exchange }, () => read));
  const book = new ShipmentBook(new Measures(goods), { journey, exchange, liveRates: new Map(), now });
  const [offer] = compiled.offers.get("web") ?? [];
  const rater: Rater = shipmentRater(offer!, book);
  return { rater, goods };
}

const least = (asked: Asked): string => {
  const { rater, goods } = raterOf(asked);
  return rater.least("SHED", goods).toString();
};
const limits = (of: NonNullable<Setup["services"][number]["limits"]>) => (setup: Setup) =>
  (setup.services[0]!.limits = of);

describe("the least that a shipment can cost, whatever is added to it", () => {
  test("is what it costs where more never costs less, of several services the least", () => {
    expect(least({})).toBe("4.2");
    const second = (setup: Setup) => {
      setup.services.push({ ...structuredClone(setup.services[0]!), code: "CHEAP", rate: { none: true } });
      setup.offers[0]!.services = ["PARCEL", "CHEAP"];
    };
    expect(least({ setup: second })).toBe("0");
  });

  test("is nothing where more may cost less: a table that falls, goods that take from the value", () => {
    const falls = (setup: Setup) => (setup.tariffs[0]!.editions[0]!.rows[0]!.rates = ["9", "3"] as never);
    expect(least({ setup: falls })).toBe("0");
    expect(least({ lines: [{ sku: "BOX", quantity: 1, unitPrice: "1", discount: "1" }] })).toBe("4.2");
    expect(least({ lines: [{ sku: "BOX", quantity: 1, unitPrice: "1", discount: "2" }] })).toBe("0");
  });

  test.each<[string, Asked]>([
    ["too heavy a parcel", { setup: limits({ maxParcelWeight: kg("1") }) }],
    ["too heavy a shipment", { setup: limits({ maxShipmentWeight: kg("1") }) }],
    ["too long", { setup: limits({ maxLength: cm("50") }), item: sized }],
    [
      "too many parcels",
      { setup: limits({ maxParcels: 1 }), item: { shipsAlone: true }, lines: [{ sku: "BOX", quantity: 2 }] },
    ],
    ["no weight", { item: { weight: undefined as never } }],
    [
      "a class that is refused",
      {
        setup: (s) => {
          s.goodsClasses.push({ code: "glass", name: "Glass" });
          s.services[0]!.accepts = { refusesGoodsClasses: ["glass"] };
        },
        item: { goodsClass: "glass" },
      },
    ],
    ["above the last break", { lines: [{ sku: "BOX", quantity: 20 }] }],
    ["a service that is switched off", { setup: (s) => (s.services[0]!.active = false) }],
  ])("is never where more goods don't take away what stops it: %s", (_, asked) => {
    expect(least(asked)).toBe("never");
  });

  test.each<[string, Asked]>([
    ["too light a parcel", { setup: limits({ minParcelWeight: kg("3") }) }],
    ["too light a shipment", { setup: limits({ minShipmentWeight: kg("3") }) }],
    ["too much round the middle", { setup: limits({ maxGirthPlusLength: cm("100") }), item: sized }],
    ["worth too much", { setup: limits({ maxGoodsValue: { amount: "5", currency: "EUR" } }) }],
  ])("is nothing where more goods may: %s", (_, asked) => {
    expect(least(asked)).toBe("0");
  });
});

describe("a shipment by itself, for putting divisions together", () => {
  const two = (pick: "cheapest" | "fastest" | "listed", across: "any" | "sameService") => (setup: Setup) => {
    const fast = { ...structuredClone(setup.services[0]!), code: "FAST", rate: { none: true } as never };
    setup.services.push({ ...fast, transit: { minDays: 1, maxDays: 1 } });
    setup.offers[0]!.services = ["PARCEL", "FAST"];
    setup.offers[0]!.pick = pick;
    setup.offers[0]!.acrossOrigins = across;
  };
  const alone = (asked: Asked) => {
    const { rater, goods } = raterOf(asked);
    const costs = rater.alone?.("SHED", goods);
    return costs && Object.fromEntries([...costs].map(([service, cost]) => [service, cost.toString()]));
  };

  test("costs what the service that is picked for it does, where each may go by its own", () => {
    expect(alone({ setup: two("listed", "any") })).toEqual({ "": "4.2" });
    expect(alone({ setup: two("fastest", "any") })).toEqual({ "": "0" });
    expect(alone({ setup: two("cheapest", "any") })).toEqual({ "": "0" });
    expect(alone({ setup: (s) => (s.services[0]!.active = false) })).toEqual({});
  });

  test("has a cost for each service where all go by the same and the cheapest is taken; else none", () => {
    expect(alone({ setup: two("cheapest", "sameService") })).toEqual({ PARCEL: "4.2", FAST: "0" });
    expect(alone({ setup: two("listed", "sameService") })).toBeUndefined();
    expect(alone({ setup: two("fastest", "sameService") })).toBeUndefined();
  });
});

test("an origin nothing can leave is told with the stop, one that is only too heavy for is not", () => {
  const stopOf = (asked: Asked) => {
    const { rater, goods } = raterOf(asked);
    const rated = rater.rate(new Map([["SHED", goods]]));
    if (rated.ok) throw new Error("it is rated");
    const { rejection, dead, because } = rated.rejection;
    return {
      ...rejection,
      dead,
      because: because().map((one) => [one.service, one.origin, one.rejection.reason]),
    };
  };
  const all = { reason: "no-service", inputs: { services: 1 }, source: "offers/parcel/services" };
  expect(stopOf({ setup: (s) => (s.services[0]!.active = false) })).toEqual({
    ...all,
    dead: "SHED",
    because: [["PARCEL", "SHED", "inactive"]],
  });
  expect(stopOf({ setup: limits({ maxParcelWeight: kg("1") }) })).toEqual({
    ...all,
    dead: undefined,
    because: [["PARCEL", "SHED", "limit-weight"]],
  });
});
