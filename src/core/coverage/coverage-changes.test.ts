import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { applyChanges } from "../setup/change";
import type { Setup } from "../setup/setup";
import { compileSetup } from "../quote/compiled-setup";
import { CoverageMap, type BoardPlace } from "./coverage";
import { planBoard, type BoardCell, type BoardWish } from "./coverage-changes";

const places: BoardPlace[] = [{ country: "EE" }, { country: "NO" }, { country: "SE", subdivision: "SE-I" }];

function base(change: (setup: Setup) => void = () => undefined): Setup {
  const setup = smallestSetup();
  setup.zoneCharts[0]!.entries = [
    { zone: "1", country: "EE" },
    { zone: "1", country: "EE", postcode: "93*" },
    { zone: null, country: "NO" },
  ];
  change(setup);
  return setup;
}

/** The states of a column once a wish came true, and the plan that did it. */
function after(setup: Setup, of: BoardCell["of"], wish: BoardWish) {
  const code = of === "service" ? setup.services[0]!.code : setup.offers[0]!.code;
  const plan = planBoard(
    setup,
    places.map((place) => ({ of, code, place })),
    wish,
  );
  const next = plan.changes.length === 0 ? setup : sure(applyChanges(setup, plan.changes)).setup;
  const compiled = sure(compileSetup(next));
  const map = new CoverageMap(compiled, "2026-11-24");
  const offer = [...compiled.offers.values()][0]![0]!;
  const states = places.map(
    (place) => (of === "service" ? map.service(code, place) : map.offer(offer, place)).state,
  );
  return { plan, next, states };
}

test("a service's whole column becomes barred or served; entries for postcodes stay", () => {
  const barred = after(base(), "service", { state: "barred" });
  expect(barred.states).toEqual(["barred", "barred", "barred"]);
  expect(barred.next.zoneCharts[0]!.entries[1]).toEqual({ zone: "1", country: "EE", postcode: "93*" });
  expect(after(base(), "service", { state: "served", zone: "1" }).states).toEqual([
    "served",
    "served",
    "served",
  ]);
});

test("who shares the chart is named; what is so already is not written", () => {
  const setup = base((own) => {
    own.services.push({ ...own.services[0]!, code: "TWIN", name: "Twin" });
  });
  const { plan } = after(setup, "service", { state: "served", zone: "1" });
  expect(plan.effects).toHaveLength(2);
  expect(plan.effects[0]).toMatchObject({
    done: "entry",
    place: { country: "NO" },
    shared: [setup.services[0]!.name, "Twin"],
  });
});

test("an offer's own lists change, and only as far as they must", () => {
  const barred = after(base(), "offer", { state: "barred" });
  expect(barred.next.offers[0]!.destinations).toEqual({ not: places });
  expect(barred.states).toEqual(["barred", "barred", "barred"]);
  const back = after(barred.next, "offer", { state: "served", zone: "" });
  expect(back.next.offers[0]!.destinations).toBeUndefined();
  const listed = base((own) => {
    own.offers[0]!.destinations = {
      only: [{ country: "LV" }],
      not: [{ country: "EE", postcode: "93*" }, { country: "EE" }],
    };
  });
  expect(after(listed, "offer", { state: "served", zone: "" }).next.offers[0]!.destinations).toEqual({
    only: [{ country: "LV" }, ...places],
    not: [{ country: "EE", postcode: "93*" }],
  });
});

test("without a chart, or without the zone in it, nothing is written and it says so", () => {
  const free = base((own) => {
    own.services[0]!.rate = { none: true };
  });
  expect(after(free, "service", { state: "barred" }).plan).toMatchObject({
    changes: [],
    effects: [{ done: "nothing", why: "no-chart" }, { done: "nothing" }, { done: "nothing" }],
  });
  expect(after(base(), "service", { state: "served", zone: "77" }).plan).toMatchObject({
    changes: [],
    effects: [{ done: "nothing", why: "no-such-zone" }],
  });
});
