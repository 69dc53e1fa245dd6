import { applyChanges } from "@/core/setup/change";
import { parseSetup } from "@/core/setup/parse-setup";
import type { Reading } from "@/core/tariff-files/thread";
import demo from "../../../demo/nettle-and-comb.setup.json";
import { sure } from "../../../tests/support/smallest-setup";
import { importChanges } from "./import-changes";
import type { ImportPlan, KnownTariff, Target } from "./import-plan";

const setup = sure(parseSetup(demo));
const road = setup.tariffs.find(({ code }) => code === "STP-TRT-BUY")!;
const known: KnownTariff[] = [
  { ...road, unit: road.unit, kept: { lowerNextBreak: true }, editions: road.editions },
];
const table = {
  breaks: [{ edge: "0", rate: "perUnit" as const, per: "100" }],
  rows: [{ zone: "A", rates: ["170.00"] }],
  bandEdges: undefined,
};
const reading: Reading = {
  tariffs: [{ name: "Road", table, seams: [], rates: 1 }],
  added: { zones: [], entries: [] },
  counts: { new: 1, changed: 0, same: 0, refused: 0 },
  rows: [],
  refused: [],
  edges: [],
};
const plan = (target: Target, more: Partial<ImportPlan> = {}): ImportPlan => ({
  plan: { shape: "list", headLine: 1, columns: {}, rates: [], decimal: ".", boundary: "from" },
  sheets: [0],
  fileUnit: "kg",
  frame: {
    side: "buy",
    currency: "PLN",
    measure: "chargeableWeight",
    unit: "kg",
    bands: "goodsValue",
    label: "2027",
    from: "2027-01-01",
  },
  chart: { kind: "known", code: "STP-TRT" },
  addZones: false,
  targets: { Road: target },
  choices: {},
  ...more,
});
const stored = (chosen: ImportPlan, read = reading, editions = {}) => {
  const result = applyChanges(setup, importChanges(chosen, read, { chart: undefined, editions }, known));
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.value.setup;
};

test("an edition more ends the one before it, and keeps the lower next break that no file says", () => {
  const after = stored(plan({ kind: "next", code: "STP-TRT-BUY" })).tariffs.find(
    ({ code }) => code === road.code,
  )!;
  expect(after.editions.map(({ label, to }) => [label, to])).toEqual([
    ["2026", "2026-12-31"],
    ["2027", undefined],
  ]);
  expect(after.editions[1]).toMatchObject({ lowerNextBreak: true, rows: table.rows });
});

test("in place of an edition only its table changes", () => {
  const [before] = road.editions;
  const after = stored(plan({ kind: "edition", code: road.code, label: "2026" }), reading, { Road: before });
  expect(after.tariffs.find(({ code }) => code === road.code)!.editions).toEqual(
    [{ ...before, ...table, bandEdges: undefined }].map(({ bandEdges: _, ...rest }) => rest),
  );
});

test("a new tariff brings its chart, zones of places called as the places are", () => {
  const read = {
    ...reading,
    tariffs: [{ ...reading.tariffs[0]!, table: { ...table, rows: [{ zone: "FI-99", rates: ["1"] }] } }],
    added: {
      zones: [{ code: "FI-99", name: "FI 99" }],
      entries: [{ zone: "FI-99", country: "FI", postcode: "99*" }],
    },
  };
  const after = stored(
    plan(
      { kind: "new", code: "NEW-ROAD", name: "New road" },
      { chart: { kind: "new", code: "NEW", name: "New" } },
    ),
    read,
  );
  expect(after.zoneCharts.at(-1)).toEqual({
    code: "NEW",
    name: "New",
    zones: [{ code: "FI-99", name: "Finland 99" }],
    entries: read.added.entries,
  });
  expect(after.tariffs.at(-1)).toMatchObject({
    code: "NEW-ROAD",
    zoneChart: "NEW",
    boundary: "from",
    unit: "kg",
  });
});

test("what goes nowhere, or has no rates, is left out", () => {
  expect(importChanges(plan({ kind: "skip" }), reading, { chart: undefined, editions: {} }, known)).toEqual(
    [],
  );
});
