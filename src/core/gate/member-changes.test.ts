import fc from "fast-check";
import { anyBusiness } from "../../../tests/support/any-business";
import { runs } from "../../../tests/support/runs";
import { smallestSetup } from "../../../tests/support/smallest-setup";
import { differenceOf } from "../setup/difference";
import type { Setup } from "../setup/setup";
import { memberChanges } from "./member-changes";

function told(change: (setup: Setup) => void, begin: (setup: Setup) => void = () => undefined) {
  const before = smallestSetup();
  begin(before);
  const after = structuredClone(before);
  change(after);
  return memberChanges(before, after);
}

const wide = (setup: Setup) => {
  const [edition] = setup.tariffs[0]!.editions;
  edition!.breaks = ["5", "10", null].map((edge) => ({ edge, rate: "flat" as const }));
  edition!.rows = ["1", "2"].map((zone) => ({ zone, rates: ["10", "20", "40"] }));
};

test("a rate is told by edition, zone and break, with unit, boundary and currency", () => {
  const [one] = told((setup) => (setup.tariffs[0]!.editions[0]!.rows[1]!.rates[1] = "22.50"), wide);
  expect(one).toEqual({
    list: "tariffs",
    code: "PARCEL-BUY",
    name: expect.any(String),
    is: "changed",
    lines: [
      {
        kind: "cell",
        edition: "2026",
        zone: "2",
        range: { lower: "5", upper: "10", unit: "kg", boundary: "upTo" },
        currency: "EUR",
        from: "20",
        to: "22.50",
      },
    ],
  });
});

test("the last break has no upper edge, and of a table by lower edges each has its own", () => {
  const last = told((setup) => (setup.tariffs[0]!.editions[0]!.rows[0]!.rates[2] = "41"), wide);
  expect(last[0]!.lines[0]).toMatchObject({ range: { lower: "10" } });
  expect(last[0]!.lines[0]).not.toHaveProperty("range.upper");
  const from = (setup: Setup) => {
    wide(setup);
    setup.tariffs[0]!.boundary = "from";
    setup.tariffs[0]!.editions[0]!.breaks = ["0", "5", "10"].map((edge) => ({ edge, rate: "flat" as const }));
  };
  const first = told((setup) => (setup.tariffs[0]!.editions[0]!.rows[0]!.rates[0] = "11"), from);
  expect(first[0]!.lines[0]).toMatchObject({ range: { lower: "0", upper: "5", boundary: "from" } });
});

test("many rates are one line, with how many rose and fell and between which percentages", () => {
  const [one] = told((setup) => {
    setup.tariffs[0]!.editions[0]!.rows = [
      { zone: "1", rates: ["10.40", "20.80", "39"] },
      { zone: "2", rates: ["10.50", null, "40"] },
      { zone: "3", rates: ["1", null, null] },
    ];
  }, wide);
  expect(one!.lines).toMatchObject([
    { kind: "axis", of: "zones", added: ["3"], gone: [] },
    { kind: "cells", raised: 3, lowered: 1, added: 1, gone: 1, least: "-2.50", most: "5.00" },
  ]);
  expect(one!.lines[1]).toHaveProperty("cells.length", 6);
});

test("a break put in between is told as a break, not as every rate behind it", () => {
  const [one] = told((setup) => {
    const [edition] = setup.tariffs[0]!.editions;
    edition!.breaks.splice(1, 0, { edge: "7", rate: "flat" });
    for (const row of edition!.rows) row.rates.splice(1, 0, "15");
    edition!.rows[0]!.minimum = "3";
    edition!.breaks[0]!.rate = "perUnit";
  }, wide);
  expect(one!.lines).toMatchObject([
    { kind: "axis", of: "breaks", added: ["7"], gone: [] },
    {
      kind: "field",
      change: { path: "tariffs/PARCEL-BUY/editions/2026/breaks/5/rate", from: "flat", to: "perUnit" },
    },
    { kind: "field", change: { path: "tariffs/PARCEL-BUY/editions/2026/zones/1/minimum", to: "3" } },
    { kind: "cell", zone: "1", to: "15" },
    { kind: "cell", zone: "2", to: "15" },
  ]);
});

test("editions, entries, members that come, go and move, and parts without members", () => {
  const changes = told(
    (setup) => {
      const [tariff] = setup.tariffs;
      tariff!.editions.push({ ...tariff!.editions[0]!, label: "2027", from: "2027-01-01" });
      setup.zoneCharts[0]!.entries[0]!.zone = "2";
      setup.zoneCharts[0]!.entries.push({ zone: null, country: "NO" });
      setup.business.deliveryTaxPercent = "24";
      setup.goodsClasses = [{ code: "bulky", name: "Bulky" }];
      setup.offers.unshift(setup.offers.pop()!);
      setup.channels[0]!.name = "Shop";
    },
    (setup) => {
      setup.offers.push({ ...setup.offers[0]!, code: "second" });
    },
  );
  expect(changes.map(({ list, code, is, lines }) => [list, code, is, lines.map(({ kind }) => kind)])).toEqual(
    [
      ["business", "", "changed", ["field"]],
      ["zoneCharts", "ALL", "changed", ["entries"]],
      ["tariffs", "PARCEL-BUY", "changed", ["edition"]],
      ["goodsClasses", "bulky", "added", []],
      ["channels", "web", "changed", ["field"]],
      ["offers", "second", "moved", []],
    ],
  );
  expect(changes[1]!.lines[0]).toMatchObject({ added: 1, gone: 0, moved: 1 });
  const [gone] = told((setup) => (setup.offers = []));
  expect(gone).toMatchObject({ list: "offers", code: "parcel", is: "gone" });
});

test("of any two businesses something is told exactly where they differ, and of one with itself nothing", () => {
  fc.assert(
    fc.property(anyBusiness, anyBusiness, ({ setup: before }, { setup: after }) => {
      expect(memberChanges(before, structuredClone(before))).toEqual([]);
      const lists = new Set(differenceOf(before, after).map(({ path }) => path.split("/")[0]));
      const found = new Set(memberChanges(before, after).map(({ list }) => list));
      expect([...found].sort()).toEqual([...lists].sort());
    }),
    { seed: 4, numRuns: runs(100) },
  );
});
