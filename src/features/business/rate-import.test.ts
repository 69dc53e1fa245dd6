import { applyChanges } from "@/core/setup/change";
import { smallestSetup } from "../../../tests/support/smallest-setup";
import { rateChanges, rateVerdict, type ExchangeRate } from "./rate-import";

const rates: ExchangeRate[] = [{ from: "SEK", to: "EUR", rate: "0.0871", asOf: "2026-11-02" }];
const verdict = rateVerdict(rates, "EUR", "2026-11-26");

test("decimal commas, dates with dots and missing columns are understood", () => {
  expect(verdict({ from: "nok", rate: "0,0851" })).toMatchObject({
    kind: "taken",
    value: { from: "NOK", to: "EUR", rate: "0.0851", asOf: "2026-11-26" },
  });
  expect(verdict({ from: "SEK", to: "EUR", rate: "0,0880", asOf: "2.11.2026" })).toMatchObject({
    kind: "taken",
    note: "in place of 0.0871",
  });
  expect(verdict({ from: "SEK", rate: "0.0871", asOf: "2026-11-02" })).toEqual({ kind: "same" });
});

test.each([
  [{ from: "Krona", rate: "1" }, "not a currency"],
  [{ from: "EUR", rate: "1" }, "are one"],
  [{ from: "SEK", rate: "0" }, "not a rate above 0"],
  [{ from: "SEK", rate: "free" }, "not a rate above 0"],
  [{ from: "SEK", rate: "1", asOf: "03/04/2026" }, "not a date"],
])("%j is left out", (cells, why) => {
  const read = verdict(cells);
  expect(read.kind === "refused" && read.why).toContain(why);
});

test("taking in replaces what stands for the same day and adds the rest, all at once", () => {
  const setup = { ...smallestSetup(), exchangeRates: rates };
  const later = { from: "NOK", to: "EUR", rate: "0.085", asOf: "2026-11-26" };
  const result = applyChanges(
    setup,
    rateChanges(rates, [
      { ...rates[0]!, rate: "0.088" },
      { ...later, rate: "0.086" },
    ]),
  );
  expect(result.ok && result.value.setup.exchangeRates.map((rate) => rate.rate)).toEqual(["0.088", "0.086"]);
});
