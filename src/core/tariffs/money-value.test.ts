import { ExchangeRates } from "../money/exchange";
import { Decimal } from "../money/decimal";
import type { Facts } from "../rules/facts";
import type { Edition } from "../setup/tariff";
import { compareEditions } from "./compare-editions";
import { tariffValue } from "./tariff-value";

/** What a tariff's measure reads of a shipment: 5 kg, goods of 100.00 in the journey's currency. */
function facts(currency: string, weight?: string): Facts {
  return {
    journey: { currency },
    measures: {
      actualWeight: weight === undefined ? undefined : Decimal.of(weight),
      skusWithoutWeight: weight === undefined ? ["A"] : [],
      goodsValue: Decimal.of("100.00"),
      goodsValueIncTax: Decimal.of("122.00"),
    },
  } as unknown as Facts;
}
const rates = new ExchangeRates(
  [{ from: "EUR", to: "SEK", rate: Decimal.of("11.5"), asOf: "2026-01-01" } as never],
  "EUR",
);
const valueOf = (measure: "goodsValue" | "actualWeight", currency: string, of: Facts) => {
  const found = tariffValue(of, rates)(measure, currency, "tariffs/T");
  return found.ok ? found.value.toString() : found.rejection;
};

test("money is measured in the table's currency, and a weight is no money", () => {
  expect(valueOf("goodsValue", "EUR", facts("EUR", "5"))).toBe("100");
  expect(valueOf("goodsValue", "SEK", facts("EUR", "5"))).toBe("1150");
  expect(valueOf("actualWeight", "SEK", facts("EUR", "5"))).toBe("5");
  // not converted, so no rate is missed
  expect(valueOf("actualWeight", "PLN", facts("EUR", "5"))).toBe("5");
  expect(valueOf("goodsValue", "PLN", facts("PLN", "5"))).toBe("100");
});

test("without a rate, or a weight, it says which", () => {
  expect(valueOf("goodsValue", "PLN", facts("EUR", "5"))).toEqual({
    reason: "no-exchange-rate",
    inputs: { from: "EUR", to: "PLN" },
    source: "tariffs/T",
  });
  expect(valueOf("actualWeight", "EUR", facts("EUR"))).toEqual({
    reason: "weight-missing",
    inputs: { skus: ["A"] },
    source: "tariffs/T",
  });
});

test("with bands a cell is one of its page, named by its edge, the open one by none", () => {
  const banded = (rates_: (string | null)[][]): Edition => ({
    label: "2026",
    from: "2026-01-01",
    breaks: [
      { edge: "2", rate: "flat" },
      { edge: null, rate: "flat" },
    ],
    bands: { measure: "goodsValue", currency: "EUR", edges: ["100.0", null] },
    rows: [{ zone: "1", rates: rates_ }],
  });
  const { cells } = compareEditions(
    banded([
      ["1.00", "2.00"],
      ["3.00", null],
    ]),
    banded([
      ["1.00", "2.50"],
      ["3.0", "4.00"],
    ]),
  );
  expect(cells).toEqual([
    { zone: "1", edge: "2", band: "100", kind: "same", before: "1.00", after: "1.00" },
    { zone: "1", edge: "", band: "100", kind: "changed", before: "2.00", after: "2.50", percent: "25.00" },
    { zone: "1", edge: "2", band: "", kind: "same", before: "3.00", after: "3.0" },
    { zone: "1", edge: "", band: "", kind: "added", after: "4.00" },
  ]);
  // without bands there is none to name
  const plain = (rate: string): Edition => ({
    label: "2026",
    from: "2026-01-01",
    breaks: [{ edge: "2", rate: "flat" }],
    rows: [{ zone: "1", rates: [rate] }],
  });
  expect(Object.keys(compareEditions(plain("1"), plain("1")).cells[0]!)).not.toContain("band");
});
