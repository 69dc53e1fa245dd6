import fc from "fast-check";
import { Decimal } from "../money/decimal";
import type { Edition } from "../setup/tariff";
import { raisedRate, raiseRates } from "./raise-rates";

const edition: Edition = {
  label: "2026",
  from: "2026-01-01",
  breaks: [
    { edge: "2", rate: "flat" },
    { edge: null, rate: "perUnit", per: "1" },
  ],
  rows: [
    { zone: "1", rates: ["4.20", "0.71"], minimum: "4.20" },
    { zone: "2", rates: ["6.00", null] },
  ],
};

test.each([
  ["10.00", { percent: "4.2" }, undefined, "10.42"],
  ["4.20", { percent: "4.2" }, undefined, "4.3764"],
  ["4.20", { percent: "4.2" }, { step: "0.05", mode: "nearest" as const }, "4.40"],
  ["4.20", { percent: "4.2" }, { step: "0.05", mode: "up" as const }, "4.40"],
  ["4.20", { percent: "3" }, { step: "0.05", mode: "nearest" as const }, "4.35"],
  ["4.20", { percent: "3" }, { step: "0.05", mode: "up" as const }, "4.35"],
  ["4.10", { amount: "0.12" }, { step: "0.10", mode: "nearest" as const }, "4.20"],
  ["4.10", { amount: "0.12" }, { step: "0.10", mode: "up" as const }, "4.30"],
  // half a step goes away from nought
  ["1.00", { amount: "0.025" }, { step: "0.05", mode: "nearest" as const }, "1.05"],
  ["4.10", { amount: "-5" }, undefined, "0"],
  ["7", { percent: "0" }, { step: "1", mode: "nearest" as const }, "7"],
])("%s raised by %j, rounded %j, is %s", (rate, raise, rounding, after) =>
  expect(raisedRate(rate, raise, rounding)).toBe(after),
);

test("only what is selected is raised; empty cells stay empty; every change is told", () => {
  const { edition: next, cells } = raiseRates(
    edition,
    { percent: "10" },
    { breaks: [0], zones: ["1"], bounds: true },
  );
  expect(next.rows[0]).toEqual({ zone: "1", rates: ["4.62", "0.71"], minimum: "4.62" });
  expect(next.rows[1]).toEqual(edition.rows[1]);
  expect(cells).toEqual([
    { zone: "1", break: 0, before: "4.20", after: "4.62" },
    { zone: "1", bound: "minimum", before: "4.20", after: "4.62" },
  ]);
  const all = raiseRates(edition, { percent: "10" });
  expect(all.edition.rows.map((row) => row.rates)).toEqual([
    ["4.62", "0.781"],
    ["6.6", null],
  ]);
  expect(all.edition.rows[0]!.minimum).toBe("4.20");
});

test("bands are pages of their own", () => {
  const banded: Edition = {
    ...edition,
    bands: { measure: "goodsValue", currency: "EUR", edges: ["100", null] },
    rows: [
      {
        zone: "1",
        rates: [
          ["1.00", null],
          ["2.00", "3.00"],
        ],
      },
    ],
  };
  const { edition: next, cells } = raiseRates(banded, { amount: "1" }, { bands: [1], breaks: [0] });
  expect(next.rows[0]!.rates).toEqual([
    ["1.00", null],
    ["3", "3.00"],
  ]);
  expect(cells).toEqual([{ zone: "1", band: 1, break: 0, before: "2.00", after: "3" }]);
});

test("a raised rate is a multiple of its step, within a step of the exact one, and rises with its rate", () => {
  const money = fc.integer({ min: 0, max: 1_000_000 }).map((cents) => (cents / 100).toFixed(2));
  const percent = fc.integer({ min: -50, max: 200 }).map((tenths) => (tenths / 10).toFixed(1));
  const step = fc.constantFrom("0.01", "0.05", "0.10", "1", "0.25");
  const mode = fc.constantFrom("nearest" as const, "up" as const);
  fc.assert(
    fc.property(money, money, percent, step, mode, (one, other, by, to, how) => {
      const round = (rate: string) => raisedRate(rate, { percent: by }, { step: to, mode: how });
      const after = Decimal.of(round(one));
      expect(after.roundedToStep(Decimal.of(to), "floor").equals(after)).toBe(true);
      const off = after.minus(Decimal.of(raisedRate(one, { percent: by })));
      const size = off.sign < 0 ? off.negated() : off;
      expect(size.lessThan(Decimal.of(to))).toBe(true);
      if (how === "up") expect(off.sign).toBeGreaterThanOrEqual(0);
      if (Number(one) <= Number(other)) expect(Decimal.of(round(other)).lessThan(after)).toBe(false);
    }),
  );
});
