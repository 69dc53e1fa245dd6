import type { ResultFigures } from "@/core/recovery/result-sum";
import { series } from "./series";

const figures = (charged: string): ResultFigures => ({
  shipments: 1,
  orders: 1,
  parcels: 1,
  unpriced: 0,
  charged,
  expected: "1.00",
  billed: "0",
  expectedOfBilled: "0",
  billedShipments: 0,
});
const days = [
  { day: "2025-12-28", figures: figures("1.00") },
  { day: "2025-12-29", figures: figures("2.00") },
  { day: "2026-01-04", figures: figures("4.00") },
  { day: "2026-01-14", figures: figures("8.00") },
];
const told = (span: Parameters<typeof series>[1]) =>
  series(days, span, "EUR").map(({ from, sum }) => [from, sum.charged]);

test("weeks begin on Monday, across the turn of a year too; one in which nothing left is there", () => {
  expect(told("week")).toEqual([
    ["2025-12-22", "1.00"],
    ["2025-12-29", "6.00"],
    ["2026-01-05", "0.00"],
    ["2026-01-12", "8.00"],
  ]);
});

test("months and days add up to the same", () => {
  expect(told("month")).toEqual([
    ["2025-12-01", "3.00"],
    ["2026-01-01", "12.00"],
  ]);
  expect(told("day")).toHaveLength(18);
  expect(told("day").at(-1)).toEqual(["2026-01-14", "8.00"]);
});

test("nothing is nothing", () => {
  expect(series([], "day", "EUR")).toEqual([]);
});
