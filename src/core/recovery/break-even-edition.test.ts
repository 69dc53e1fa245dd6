import fc from "fast-check";
import { runs } from "../../../tests/support/runs";
import { Decimal } from "../money/decimal";
import type { Edition } from "../setup/tariff";
import { breakEvenEdition, rateForCharge } from "./break-even-edition";

const base: Edition = {
  label: "2026",
  from: "2026-01-01",
  to: "2026-12-31",
  breaks: [
    { edge: "2", rate: "flat" },
    { edge: "10", rate: "perUnit", per: "1" },
    { edge: null, rate: "flat" },
  ],
  rows: [
    { zone: "A", rates: ["5.00", "0.50", "20.00"], minimum: "1.00" },
    { zone: "B", rates: ["6.00", "0.60", null] },
  ],
};
const rate = (zone: string, edge: string, own: { rate?: string; band?: string } = {}) => ({
  zone,
  edge,
  band: "",
  rate: "9.90",
  ...own,
});
const put = (rates: readonly ReturnType<typeof rate>[], editions: readonly Edition[] = [base]) =>
  breakEvenEdition({ editions: [...editions] }, base, { from: "2026-12-01", rates });

test("the new edition is the old one from its day on, but for the rates that are put", () => {
  const { edition, put: count, leftOut } = put([rate("A", "2"), rate("A", "open", { rate: "30.00" })]);
  expect(edition).toEqual({
    ...base,
    label: "2026-12-01 break-even",
    from: "2026-12-01",
    rows: [{ ...base.rows[0], rates: ["9.90", "0.50", "30.00"] }, base.rows[1]],
  });
  expect([count, leftOut]).toEqual([2, []]);
  // what it was made from stays as it was
  expect(base.rows[0]?.rates).toEqual(["5.00", "0.50", "20.00"]);
});

test("a rate per unit is not set, nor an empty cell, nor one that is not there", () => {
  const {
    edition,
    put: count,
    leftOut,
  } = put([rate("A", "10"), rate("B", "open"), rate("C", "2"), rate("A", "3")]);
  expect(edition.rows).toEqual(base.rows);
  expect(count).toBe(0);
  expect(leftOut.map(({ why }) => why)).toEqual(["not-flat", "not-there", "not-there", "not-there"]);
});

test("in a table with bands a rate goes to its band alone", () => {
  const banded: Edition = {
    ...base,
    breaks: [{ edge: "2", rate: "flat" }],
    bands: { measure: "goodsValue", currency: "EUR", edges: ["50", null] },
    rows: [{ zone: "A", rates: [["5.00"], ["4.00"]] }],
  };
  const { edition, leftOut } = breakEvenEdition({ editions: [] }, banded, {
    from: "2026-12-01",
    rates: [rate("A", "2", { band: "open" }), rate("A", "2", { band: "70" })],
  });
  expect(edition.rows[0]?.rates).toEqual([["5.00"], ["9.90"]]);
  expect(leftOut).toEqual([{ ...rate("A", "2", { band: "70" }), why: "not-there" }]);
});

test("a copy for a day after the old one's last has no last day", () => {
  const { edition } = breakEvenEdition({ editions: [] }, base, {
    from: "2027-01-01",
    rates: [rate("A", "2")],
  });
  expect(edition).not.toHaveProperty("to");
  expect(breakEvenEdition({ editions: [] }, base, { from: "2026-12-31", rates: [] }).edition.to).toBe(
    "2026-12-31",
  );
});

test("its label is no other edition's", () => {
  const named = (label: string) => ({ ...base, label });
  const taken = [named("2026-12-01 break-even"), named("2026-12-01 break-even 2")];
  expect(put([rate("A", "2")], taken).edition.label).toBe("2026-12-01 break-even 3");
});

test.each([
  ["8.00", undefined, "0.10", "8.00"],
  ["8.01", undefined, "0.10", "8.10"],
  ["8.00", "22", "0.01", "9.76"],
  ["8.00", "22", "0.10", "9.80"],
  ["8.00", "25.5", "0.50", "10.50"],
])(
  "%s without tax, in a table with %s %% tax in steps of %s, is %s",
  (charge, taxPercent, step, rateThen) => {
    expect(rateForCharge(charge, { taxPercent, step, currency: "EUR" })).toBe(rateThen);
  },
);

test("a rate never brings less than the charge it is for, and less than a step more", () => {
  const cents = fc.integer({ min: 0, max: 100_000 });
  fc.assert(
    fc.property(
      cents,
      fc.integer({ min: 0, max: 2700 }),
      fc.constantFrom("0.01", "0.05", "0.10", "1.00"),
      (charge, tax, step) => {
        const [net, percent] = [Decimal.of((charge / 100).toFixed(2)), Decimal.of((tax / 100).toFixed(2))];
        const exact = net.times(Decimal.hundred.plus(percent)).percent();
        const found = Decimal.of(
          rateForCharge(net.toString(), { taxPercent: percent.toString(), step, currency: "EUR" }),
        );
        expect(found.lessThan(exact)).toBe(false);
        expect(found.minus(exact).lessThan(Decimal.of(step))).toBe(true);
      },
    ),
    { numRuns: runs(500) },
  );
});
