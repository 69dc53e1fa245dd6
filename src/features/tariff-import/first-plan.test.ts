import { guessPlan } from "@/core/tariff-files/guess-plan";
import type { Reading } from "@/core/tariff-files/thread";
import { planFor, targetsOf, targetTrouble, withKept, withTarget, type Settings } from "./first-plan";
import {
  factorOf,
  readKept,
  shapeOf,
  suspicionOf,
  whatIsMissing,
  type ImportPlan,
  type KnownTariff,
  type Target,
} from "./import-plan";

const day: KnownTariff = {
  code: "DAY",
  name: "Day Parcel",
  side: "buy",
  currency: "SEK",
  zoneChart: "TRN",
  measure: "chargeableWeight",
  boundary: "upTo",
  unit: "kg",
  editions: [],
  kept: {},
};
const settings: Settings = {
  tariffs: [day],
  charts: [
    { code: "PNP", name: "Pinepost", zones: ["1", "Estonia"] },
    { code: "TRN", name: "Ternwing", zones: ["1", "Finland", "2", "Sweden"] },
  ],
  currency: "EUR",
  nextYear: "2027",
  into: undefined,
};
const opened = (rows: string[][]) => ({
  name: "rates 2027.csv",
  how: "",
  sheets: [{ name: "", rows: rows.length, first: rows, merged: 0, errors: 0, guess: guessPlan(rows) }],
});
const list = [
  ["Service", "Zone", "Up to (g)", "Price"],
  ["day parcel", "Finland", "3000", "4,20"],
  ["Night", "Sweden", "3000", "5,20"],
];

test("a file that names a tariff is taken for one more edition of it: its chart, currency and unit, the file's own grams", () => {
  const plan = planFor(opened(list), settings);
  expect(plan).toMatchObject({
    fileUnit: "g",
    chart: { kind: "known", code: "TRN" },
    frame: { currency: "SEK", unit: "kg", label: "2027", from: "2027-01-01" },
  });
  expect(factorOf(plan)).toBe("0.001");
  const reading = {
    tariffs: [{ name: "day parcel" }, { name: "Night" }, { name: "night" }],
  } as unknown as Reading;
  expect(targetsOf({}, reading, "rates 2027.csv", settings)).toEqual({
    "day parcel": { kind: "next", code: "DAY" },
    Night: { kind: "new", code: "NIGHT", name: "Night" },
    night: { kind: "new", code: "NIGHT-2", name: "night" },
  });
});

test("without a name the zones tell the chart, and places make a new one", () => {
  const zones = planFor(
    opened([
      ["zone", "2", "5"],
      ["Estonia", "4,20", "5"],
    ]),
    settings,
  );
  expect(zones.chart).toEqual({ kind: "known", code: "PNP" });
  expect(whatIsMissing(zones)).toBe("Say which unit the file's weights are in.");
  const places = planFor(
    opened([
      ["country", "up to kg", "price"],
      ["SE", "2", "4,20"],
    ]),
    settings,
  );
  expect(places.chart).toEqual({ kind: "new", code: "RATES-2027", name: "rates 2027" });
  const into = { ...settings, into: { code: "DAY", label: "2026" } };
  expect(
    planFor(
      opened([
        ["zone", "2"],
        ["1", "4,20"],
      ]),
      into,
    ),
  ).toMatchObject({ fileUnit: "kg", chart: { code: "TRN" } });
});

test("what was kept of a file with the same heads gives way to what the new one tells", () => {
  const file = opened(list);
  const first = planFor(file, settings);
  const kept = {
    plan: { ...first.plan, headLine: 9, decimal: "." as const, boundary: "from" as const },
    fileUnit: "kg" as const,
  };
  const merged = withKept(first, kept, file.sheets[0]!.guess, false);
  expect(merged).toMatchObject({ fileUnit: "g", plan: { headLine: 1, decimal: ",", boundary: "from" } });
  expect(withKept(first, kept, file.sheets[0]!.guess, true).plan.boundary).toBe("upTo");
  expect(shapeOf(file.sheets[0]!)).toBe("service|zone|up to (g)|price");
  expect(readKept(JSON.stringify(kept))).toEqual(kept);
  expect(readKept('{"plan":{"shape":"other"}}')).toBeUndefined();
});

test("units: kilograms can't be written as pounds, and grams read as kilograms are suspected", () => {
  const plan = planFor(opened(list), settings);
  expect(factorOf({ ...plan, fileUnit: "kg", frame: { ...plan.frame, unit: "lb" } })).toBe("inexact");
  expect(factorOf({ ...plan, fileUnit: "lb" })).toBe("0.45359237");
  expect(suspicionOf(["250", "2000"], { ...plan, fileUnit: "kg" })).toBe("g");
  expect(suspicionOf(["250", "2000"], plan)).toBeUndefined();
});

test("names of an earlier reading go nowhere, what somebody chose stays", () => {
  const reading = { tariffs: [{ name: "Night" }] } as unknown as Reading;
  const chosen: Record<string, Target> = { Gone: { kind: "next", code: "DAY" }, Night: { kind: "skip" } };
  expect(targetsOf(chosen, reading, "x.csv", settings)).toEqual({ Night: { kind: "skip" } });
});

test("a tariff that is there brings its zones and measure, and says when another can't go with it", () => {
  const plan = planFor(
    opened([
      ["country", "up to kg", "price"],
      ["SE", "2", "4,20"],
    ]),
    settings,
  );
  const sent = withTarget(plan, {}, "", { kind: "next", code: "DAY" }, settings.tariffs);
  expect(sent).toMatchObject({ chart: { kind: "known", code: "TRN" }, targets: { "": { code: "DAY" } } });
  const trouble = (targets: Record<string, Target>, more: Partial<ImportPlan> = {}, known = [day]) =>
    targetTrouble({ ...sent, ...more }, targets, known);
  expect(trouble({ "": { kind: "next", code: "DAY" } })).toBeUndefined();
  expect(trouble({ "": { kind: "next", code: "DAY" } }, { chart: plan.chart })).toContain("the zones of TRN");
  expect(
    trouble({ a: { kind: "next", code: "DAY" }, b: { kind: "edition", code: "DAY", label: "2027" } }),
  ).toContain("Two of the file's tariffs go to DAY 2027");
  expect(
    trouble({ a: { kind: "skip" }, b: { kind: "new", code: "N", name: "N" } }, { chart: plan.chart }),
  ).toBeUndefined();
  const again = [{ ...day, editions: [{ label: "2027", from: "2027-01-01" }] }];
  expect(trouble({ a: { kind: "next", code: "DAY" } }, {}, again)).toContain("has an edition 2027 already");
  expect(trouble({ a: { kind: "next", code: "DAY" } }, {}, [{ ...day, boundary: "from" }])).toContain(
    "break above",
  );
  expect(trouble({ a: { kind: "next", code: "DAY" } }, {}, [{ ...day, unit: "g" }])).toContain(
    "calculated differently",
  );
});
