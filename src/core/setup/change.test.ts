import fc from "fast-check";
import { anyBusiness } from "../../../tests/support/any-business";
import { smallestSetup } from "../../../tests/support/smallest-setup";
import { applyChanges } from "./change";
import { findDangling } from "./dangling";
import { differenceOf } from "./difference";
import { inverse, type Change } from "./inverse";
import { indexOfSegment, splitPath } from "./path";
import { runs } from "../../../tests/support/runs";

const cell = "tariffs/PARCEL-BUY/editions/2026/rows/0/rates/0";

function apply(...changes: Change[]) {
  return applyChanges(smallestSetup(), changes);
}
const problems = (...changes: Change[]) => {
  const result = apply(...changes);
  return result.ok ? [] : result.problems.map((p) => `${p.code} ${p.path}`);
};

test("a change says what stood there; where something else stands it is not made, and theirs is told", () => {
  expect(problems({ path: cell, from: "4.20", to: "5" })).toEqual([]);
  const late = apply({ path: cell, from: "4.10", to: "5" });
  expect(late.ok ? [] : late.problems).toEqual([
    { code: "changed-meanwhile", path: cell, data: { theirs: "4.20" } },
  ]);
});

test("values are kept as the format keeps them", () => {
  const result = apply({ path: cell, from: "4.20", to: "005.50" });
  expect(result.ok && result.value.changes).toEqual([{ path: cell, from: "4.20", to: "5.50" }]);
});

test("all or none", () => {
  expect(
    problems(
      { path: cell, from: "4.20", to: "5" },
      { path: "business/homeCurrency", from: "EUR", to: "EUX" },
    ),
  ).toEqual(["unknown-currency business/homeCurrency"]);
});

test("a zone in use stays, and what uses it is told", () => {
  const result = apply({ path: "zoneCharts/ALL/zones/2", from: { code: "2", name: "Abroad" } });
  expect(result.ok ? [] : result.problems).toEqual([
    {
      code: "in-use",
      path: "zoneCharts/ALL/zones/2",
      data: { uses: "zoneCharts/ALL, tariffs/PARCEL-BUY", first: "zoneCharts/ALL/entries/1/zone" },
    },
  ]);
});

test("a new reference to nothing is refused at its own place", () => {
  expect(
    problems({ path: "services/PARCEL/rate", from: { tariff: "PARCEL-BUY" }, to: { tariff: "NONE" } }),
  ).toEqual(["unknown-code services/PARCEL/rate/tariff"]);
});

test("what a change makes point nowhere is what a search of everything finds", () => {
  const setup = smallestSetup();
  const chart = setup.zoneCharts[0]!;
  const service = setup.services[0]!;
  const tried: Change[] = [
    { path: cell, from: "4.20", to: "5" },
    { path: "zoneCharts/ALL/entries/0", from: chart.entries[0]!, to: { ...chart.entries[0]!, zone: "NONE" } },
    { path: "zoneCharts/ALL/entries/0", to: { zone: "NONE", country: "FR" } },
    { path: "zoneCharts/ALL/entries/0", to: { zone: null, country: "FR" } },
    { path: "zoneCharts/ALL/entries/0", to: { zone: "1", country: "FR" } },
    { path: "zoneCharts/ALL/zones/1/code", from: chart.zones[1]!.code, to: "9" },
    { path: "zoneCharts/ALL/code", from: "ALL", to: "SOME" },
    { path: "tariffs/PARCEL-BUY/zoneChart", from: "ALL", to: "NONE" },
    { path: "tariffs/PARCEL-BUY/editions/2026/rows/0/zone", from: "1", to: "NONE" },
    { path: "services/PARCEL/transit/byZone", to: [{ zone: "NONE", minDays: 1, maxDays: 2 }] },
    { path: "services/PARCEL/carrier", from: service.carrier, to: "NONE" },
    { path: "offers/parcel/onlyGoodsClasses", to: ["NONE"] },
    { path: "itemExceptions/0", to: { goodsClass: "NONE", do: "ban" } },
    { path: "sourcing/fallbackOrigin", to: "NONE" },
    { path: "carriers/POST", from: setup.carriers[0]! },
  ];
  let refused = 0;
  for (const change of tried) {
    const result = applyChanges(setup, [change]);
    const found = result.ok ? [] : result.problems;
    // what a search of the whole of the changed setup finds, made without asking
    const changed = structuredClone(setup);
    put(changed, change);
    const dangling = findDangling(changed).map(({ path }) => path);
    expect({ change, refused: found.length > 0 }).toEqual({ change, refused: dangling.length > 0 });
    if (found[0]?.code === "unknown-code") expect(found.map(({ path }) => path)).toEqual(dangling);
    refused += Number(found.length > 0);
  }
  expect(refused).toBe(12);
});

/** Makes a change by hand, whatever comes of it. */
function put(at: object, { path, to, from }: Change): void {
  const segments = splitPath(path);
  const last = segments.pop()!;
  let inner = at as Record<string, unknown> | unknown[];
  for (const segment of segments)
    inner = (Array.isArray(inner) ? inner[indexOfSegment(inner, segment)] : inner[segment]) as typeof inner;
  if (!Array.isArray(inner)) inner[last] = to;
  else if (from === undefined) inner.splice(Number(last), 0, to);
  else if (to === undefined) inner.splice(indexOfSegment(inner, last), 1);
  else inner[indexOfSegment(inner, last)] = to;
}

test("an optional group is begun by its first field and its fields can go again", () => {
  const begun = apply({ path: "services/PARCEL/limits/maxParcels", to: 3 });
  expect(begun.ok && begun.value.setup.services[0]!.limits).toEqual({ maxParcels: 3 });
  expect(problems({ path: "services/NONE/limits/maxParcels", to: 3 })).toEqual([
    "no-such-place services/NONE/limits/maxParcels",
  ]);
});

test("two members of one code are refused", () => {
  expect(problems({ path: "zoneCharts/ALL/zones/1", to: { code: "1", name: "again" } })).toEqual([
    "duplicate-code zoneCharts/ALL/zones/1/code",
  ]);
  expect(problems({ path: "carriers/POST", to: smallestSetup().carriers[0]! })).toEqual([
    "duplicate-code carriers/POST/code",
  ]);
});

test.each<[string, Change]>([
  ["a value", { path: cell, from: "4.20", to: "9" }],
  ["an optional field that comes", { path: "offers/parcel/taxPercent", to: "9" }],
  ["an optional field that goes", { path: "offers/parcel/adjust/marginPercent", from: "10" }],
  [
    "a member that comes in the middle",
    { path: "zoneCharts/ALL/zones/3", to: { code: "3", name: "Moon" }, at: 1 },
  ],
  ["an entry that goes", { path: "zoneCharts/ALL/entries/0", from: { zone: "1", country: "EE" } }],
  [
    "an entry that comes",
    { path: "zoneCharts/ALL/entries/2", to: { zone: "2", country: "SE", postcode: "62*" } },
  ],
])("undo takes back %s", (_, change) => {
  const done = apply(change);
  if (!done.ok) throw new Error(JSON.stringify(done.problems));
  const back = applyChanges(done.value.setup, inverse(done.value.changes));
  expect(back.ok && back.value.setup).toEqual(smallestSetup());
});

test("any run of cell changes is taken back by its inverse", () => {
  const money = fc.integer({ min: 0, max: 9999 }).map((n) => (n / 100).toFixed(2));
  const edits = fc.array(
    fc.tuple(fc.integer({ min: 0, max: 1 }), fc.integer({ min: 0, max: 1 }), fc.option(money)),
    { minLength: 1, maxLength: 8 },
  );
  fc.assert(
    fc.property(edits, (list) => {
      let setup = smallestSetup();
      const made: Change[] = [];
      for (const [row, column, to] of list) {
        const from = setup.tariffs[0]!.editions[0]!.rows[row]!.rates[column] as string | null;
        const result = applyChanges(setup, [
          { path: `tariffs/PARCEL-BUY/editions/2026/rows/${row}/rates/${column}`, from, to },
        ]);
        if (!result.ok) throw new Error(JSON.stringify(result.problems));
        setup = result.value.setup;
        made.push(...result.value.changes);
      }
      const back = applyChanges(setup, inverse(made));
      expect(back.ok && back.value.setup).toEqual(smallestSetup());
    }),
    { seed: 13, numRuns: runs(100) },
  );
});

test("a list that gets members and has others changed in the same edit is taken back as a whole", () => {
  const setup = smallestSetup();
  setup.offers[0]!.services = ["PARCEL"];
  setup.services.push({ ...setup.services[0]!, code: "SECOND" }, { ...setup.services[0]!, code: "THIRD" });
  const made = applyChanges(setup, [
    { path: "offers/parcel/services/0", from: "PARCEL", to: "THIRD" },
    { path: "offers/parcel/services/0", to: "SECOND", at: 0 },
    { path: "offers/parcel/services/0", to: "PARCEL", at: 0 },
    { path: "offers/parcel/services/1", from: "SECOND" },
  ]);
  expect(made.ok && made.value.changes.map(({ to }) => to)).toEqual(["THIRD", "SECOND", "PARCEL", undefined]);
  const back = made.ok && applyChanges(made.value.setup, inverse(made.value.changes));
  expect(back && back.ok && back.value.setup).toEqual(setup);
});

test("of any business with any other's offers: what made it so, taken back, leaves what was", () => {
  fc.assert(
    fc.property(anyBusiness, anyBusiness, ({ setup }, other) => {
      const offers = setup.offers.map((offer, i) => ({
        ...offer,
        ...other.setup.offers[i],
        code: offer.code,
      }));
      const made = applyChanges(setup, differenceOf(setup, { ...setup, offers }));
      fc.pre(made.ok);
      const back = applyChanges(made.value.setup, inverse(made.value.changes));
      expect(back.ok && back.value.setup).toEqual(setup);
    }),
    { seed: 17, numRuns: runs(60) },
  );
});
