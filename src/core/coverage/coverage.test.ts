import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import type { Setup } from "../setup/setup";
import { compileSetup } from "../quote/compiled-setup";
import { CoverageMap, type BoardPlace } from "./coverage";

/** What the smallest setup's only service and offer cover, once it is changed. */
function covered(place: BoardPlace, change: (setup: Setup) => void = () => undefined, date = "2026-11-24") {
  const setup = smallestSetup();
  setup.zoneCharts[0]!.entries = [
    { zone: "1", country: "EE" },
    { zone: null, country: "EE", postcode: "93*" },
    { zone: null, country: "NO" },
    { zone: "1", country: "NO", subdivision: "NO-03" },
  ];
  change(setup);
  const compiled = sure(compileSetup(setup));
  const map = new CoverageMap(compiled, date);
  const offer = [...compiled.offers.values()][0]![0]!;
  return { service: map.service(setup.services[0]!.code, place), offer: map.offer(offer, place) };
}

test("the chart's entry for the whole place decides; entries for parts that say otherwise are counted", () => {
  expect(covered({ country: "EE" }).service).toEqual({ state: "served", zone: "1", otherwise: 1 });
  expect(covered({ country: "NO" }).service).toEqual({ state: "barred", otherwise: 1 });
  expect(covered({ country: "NO", subdivision: "NO-03" }).service).toMatchObject({ state: "served" });
  expect(covered({ country: "SE" }).service).toEqual({ state: "notInChart", otherwise: 0 });
});

test("a zone without a rate on the day has none", () => {
  const noRow = (setup: Setup) => {
    for (const edition of setup.tariffs[0]!.editions) edition.rows = [];
  };
  expect(covered({ country: "EE" }, noRow).service).toMatchObject({ state: "noRate", zone: "1" });
  expect(covered({ country: "EE" }, () => undefined, "1999-01-01").service.state).toBe("noRate");
});

test("a service without a tariff goes everywhere; a live one alone can't be known", () => {
  const free = (setup: Setup) => {
    setup.services[0]!.rate = { none: true };
  };
  expect(covered({ country: "US" }, free).service.state).toBe("served");
  const live = (setup: Setup) => {
    setup.services[0]!.rate = { live: "sim", liveService: "X" };
    const carrier = setup.carriers[0]!.code;
    setup.connections = [{ code: "sim", adapter: "sim", carrier, timeoutMs: 100, cacheMinutes: 1 }];
  };
  expect(covered({ country: "US" }, live).service.state).toBe("live");
});

test("an offer's own destinations go before its services", () => {
  const not = (setup: Setup) => {
    setup.offers[0]!.destinations = { not: [{ country: "EE" }] };
  };
  const only = (setup: Setup) => {
    setup.offers[0]!.destinations = { only: [{ country: "LV" }, { country: "EE", postcode: "50*" }] };
  };
  expect(covered({ country: "EE" }).offer.state).toBe("served");
  expect(covered({ country: "EE" }, not).offer).toMatchObject({ state: "barred", byOffer: true });
  expect(covered({ country: "EE" }, only).offer).toEqual({ state: "barred", byOffer: true, otherwise: 1 });
});

test("a service's own destinations bar it, in part or as a whole", () => {
  const setup = smallestSetup();
  setup.services[0]!.destinations = {
    only: [{ country: "EE", postcode: "10*" }, { country: "LV" }],
    not: [{ country: "LV" }],
  };
  const map = new CoverageMap(sure(compileSetup(setup)), "2026-11-24");
  expect(map.service("PARCEL", { country: "LV" })).toEqual({ state: "barred", otherwise: 0 });
  expect(map.service("PARCEL", { country: "EE" })).toEqual({ state: "barred", otherwise: 1 });
  expect(map.service("PARCEL", { country: "FI" })).toEqual({ state: "barred", otherwise: 0 });
});
