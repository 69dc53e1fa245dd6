import fc from "fast-check";
import { anyBusiness } from "../../../tests/support/any-business";
import { runs } from "../../../tests/support/runs";
import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { applyChanges } from "./change";
import { differenceOf } from "./difference";
import type { Setup } from "./setup";

function changed(change: (setup: Setup) => void) {
  const [before, after] = [smallestSetup(), smallestSetup()];
  change(after);
  const changes = differenceOf(before, after);
  expect(sure(applyChanges(before, changes)).setup).toEqual(after);
  return changes;
}

test("a cell, a name, and what is put where nothing stood", () => {
  expect(
    changed((setup) => {
      setup.tariffs[0]!.editions[0]!.rows[0]!.rates[0] = "5.20";
      setup.offers[0]!.name = "Parcel to the door";
      setup.offers[0]!.text = "Two days";
    }),
  ).toEqual([
    { path: "tariffs/PARCEL-BUY/editions/2026/rows/0/rates/0", from: "4.20", to: "5.20" },
    { path: "offers/parcel/name", from: "Parcel", to: "Parcel to the door" },
    { path: "offers/parcel/text", to: "Two days" },
  ]);
});

test("digits as typed are content: 4.200 is another rate than 4.20", () => {
  expect(changed((setup) => (setup.tariffs[0]!.editions[0]!.rows[0]!.rates[0] = "4.200"))).toHaveLength(1);
});

test("what comes, goes or moves in a list is one change for each, and nothing else of the list is touched", () => {
  const more = (setup: Setup) => {
    const [first] = setup.offers;
    for (const code of ["b", "c", "d"]) setup.offers.push({ ...first!, code, name: code });
  };
  const before = smallestSetup();
  more(before);
  const after = structuredClone(before);
  after.offers.unshift(after.offers.pop()!);
  after.offers.splice(2, 1);
  const changes = differenceOf(before, after);
  expect(changes.map(({ path, from, to, at }) => [path, from && 1, to && 1, at])).toEqual([
    ["offers/d", 1, undefined, undefined],
    ["offers/b", 1, undefined, undefined],
    ["offers/d", undefined, 1, 0],
  ]);
  expect(sure(applyChanges(before, changes)).setup).toEqual(after);
});

test("of a ladder whose second rule is dearer and that has a rule more, these two are told and no other rule", () => {
  const rule = (value: string, constant: string) => ({
    when: [{ measure: "quantity" as const, op: "<=" as const, value }],
    then: { terms: [{ constant }] },
  });
  const ladder = (...rules: ReturnType<typeof rule>[]) => ({
    kind: "ladder" as const,
    match: "first" as const,
    rules,
  });
  const before = smallestSetup();
  before.offers[0]!.plan = ladder(rule("1", "3"), rule("2", "5"), rule("9", "7"));
  const after = structuredClone(before);
  after.offers[0]!.plan = ladder(rule("1", "3"), rule("2", "6"), rule("9", "7"), rule("20", "9"));
  const changes = differenceOf(before, after);
  expect(changes).toEqual([
    { path: "offers/parcel/plan/rules/1/then/terms/0/constant", from: "5", to: "6" },
    { path: "offers/parcel/plan/rules/3", to: rule("20", "9"), at: 3 },
  ]);
  expect(sure(applyChanges(before, changes)).setup).toEqual(after);
  const gone = differenceOf(after, before);
  expect(gone.map(({ path }) => path)).toEqual([
    "offers/parcel/plan/rules/1/then/terms/0/constant",
    "offers/parcel/plan/rules/3",
  ]);
  expect(sure(applyChanges(after, gone)).setup).toEqual(before);
});

test("an entry put before 50,000 others is one change, found in a moment", () => {
  const entries = Array.from({ length: 50_000 }, (_, i) => ({
    zone: "1",
    country: "EE",
    postcode: String(10_000 + i),
  }));
  const [before, after] = [smallestSetup(), smallestSetup()];
  before.zoneCharts[0]!.entries = [...entries];
  after.zoneCharts[0]!.entries = [
    { zone: null, country: "FI", postcode: "00100" },
    ...structuredClone(entries),
  ];
  const changes = differenceOf(before, after);
  expect(changes).toEqual([
    { path: "zoneCharts/ALL/entries/0", to: { zone: null, country: "FI", postcode: "00100" }, at: 0 },
  ]);
});

test("of any two businesses the difference makes one of the other, and there is none of one with itself", () => {
  fc.assert(
    fc.property(anyBusiness, anyBusiness, ({ setup: before }, { setup: after }) => {
      const changes = differenceOf(before, after);
      expect(sure(applyChanges(before, changes)).setup).toEqual(after);
      expect(differenceOf(after, structuredClone(after))).toEqual([]);
    }),
    { seed: 15, numRuns: runs(120) },
  );
});
