import { smallestSetup } from "../../../tests/support/smallest-setup";
import { check } from "./check";

const found = (change: (setup: ReturnType<typeof smallestSetup>) => void) => {
  const setup = smallestSetup();
  change(setup);
  return check(setup).map((finding) => `${finding.severity} ${finding.code} ${finding.source}`);
};

test("a setup in order has no findings", () => {
  expect(found(() => undefined)).toEqual([]);
});

test("each finding is told with its place, errors first", () => {
  expect(found((s) => s.zoneCharts[0]!.zones.push({ code: "3", name: "Moon" }))).toEqual([
    "warning zone-unreachable zoneCharts/ALL/zones/3",
  ]);
  expect(found((s) => s.tariffs[0]!.editions[0]!.rows.pop())).toEqual([
    "warning zones-without-row tariffs/PARCEL-BUY/editions/2026",
  ]);
  expect(found((s) => (s.tariffs[0]!.editions[0]!.rows[1]!.rates[1] = null))).toEqual([
    "note empty-cells tariffs/PARCEL-BUY/editions/2026/rows/1/rates/1",
  ]);
  expect(
    found((s) => {
      s.zoneCharts[0]!.zones.push({ code: "3", name: "Moon" });
      s.offers[0]!.services = ["X"];
    }),
  ).toEqual([
    "error unknown-code offers/parcel/services/0",
    "warning zone-unreachable zoneCharts/ALL/zones/3",
    "note service-unused services/PARCEL",
  ]);
});

test("items without a weight, unless their class has one or they do not ship", () => {
  const setup = smallestSetup();
  setup.goodsClasses = [{ code: "small", name: "Small", defaultWeight: { value: "1", unit: "kg" } }];
  const items = [
    { sku: "A", name: "A" },
    { sku: "B", name: "B", goodsClass: "small" },
    { sku: "C", name: "C", shippable: false },
  ];
  expect(check(setup, items).map((finding) => finding.source)).toEqual(["items/A"]);
});
