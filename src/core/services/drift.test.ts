import fc from "fast-check";
import { runs } from "../../../tests/support/runs";
import { Decimal } from "../money/decimal";
import { ExchangeRates } from "../money/exchange";
import { driftOf } from "./drift";

const rate = { from: "EUR", to: "SEK", rate: Decimal.of("11.4"), asOf: "2026-01-01", source: "bank" };
const exchange = new ExchangeRates([rate], "EUR");
const eur = (amount: string) => ({ amount, currency: "EUR" });

test("a table that says too little is below nothing, in money and as a part of what the carrier says", () => {
  const { pairs, sums } = driftOf(
    [
      { table: eur("9.00"), carrier: eur("10.00") },
      { table: eur("5.00"), carrier: { amount: "57.00", currency: "SEK" } },
      { table: eur("3.15"), carrier: eur("3.00") },
    ],
    "EUR",
    exchange,
  );
  expect(pairs).toEqual([
    { table: "9.00", carrier: "10.00", difference: "-1.00", percent: "-10" },
    { table: "5.00", carrier: "5.00", difference: "0.00", percent: "0" },
    { table: "3.15", carrier: "3.00", difference: "0.15", percent: "5" },
  ]);
  expect(sums).toEqual({ table: "17.15", carrier: "18.00", difference: "-0.85", percent: "-4.7" });
});

test("what can't be held side by side keeps its place and counts for nothing; of nothing there is no part", () => {
  const { pairs, sums } = driftOf(
    [
      { table: eur("9.00"), carrier: { amount: "10.00", currency: "PLN" } },
      { table: eur("9.00"), carrier: eur("much") },
      { table: eur("1.00"), carrier: eur("0.00") },
    ],
    "EUR",
    exchange,
  );
  expect(pairs[0]).toBeUndefined();
  expect(pairs[1]).toBeUndefined();
  expect(pairs[2]).toEqual({ table: "1.00", carrier: "0.00", difference: "1.00" });
  expect(sums).toEqual({ table: "1.00", carrier: "0.00", difference: "1.00" });
});

test("what is shown adds up, whatever the currencies", () => {
  const money = fc.record({
    amount: fc.nat(1_000_000).map((cents) => (cents / 100).toFixed(2)),
    currency: fc.constantFrom("EUR", "SEK"),
  });
  fc.assert(
    fc.property(
      fc.array(fc.record({ table: money, carrier: money })),
      fc.constantFrom("EUR", "SEK"),
      (list, currency) => {
        const { pairs, sums } = driftOf(list, currency, exchange);
        const total = (of: "table" | "carrier" | "difference") =>
          pairs.reduce((all, one) => all.plus(Decimal.of(one![of])), Decimal.zero);
        for (const part of ["table", "carrier", "difference"] as const)
          expect(total(part).equals(Decimal.of(sums[part]))).toBe(true);
        for (const one of pairs)
          expect(
            Decimal.of(one!.table).minus(Decimal.of(one!.carrier)).equals(Decimal.of(one!.difference)),
          ).toBe(true);
      },
    ),
    { numRuns: runs(100), seed: 11 },
  );
});
