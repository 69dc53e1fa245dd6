import { Decimal } from "../money/decimal";
import { ExchangeRates } from "../money/exchange";
import { journalOfCharges, type ChargedForJournal } from "./journal";

const tools = {
  exchange: new ExchangeRates(
    [{ from: "SEK", to: "EUR", rate: Decimal.of("0.1"), asOf: "2026-01-01", source: "test" }],
    "EUR",
  ),
  homeCurrency: "EUR",
};
const line = (own: Partial<ChargedForJournal> = {}): ChargedForJournal => ({
  carrier: "PNP",
  type: "freight",
  taxPercent: "22",
  net: "10.00",
  tax: "2.20",
  currency: "EUR",
  day: "2026-03-01",
  ...own,
});

test("lines are summed by carrier, charge type and tax rate, whatever way the rate is written", () => {
  const { entries, left } = journalOfCharges(
    [
      line({ carrier: "TRN" }),
      line(),
      line({ taxPercent: "22.0", net: "0.05", tax: "0.01" }),
      line({ type: "cod", net: "2.00", tax: "0.44" }),
      line({ taxPercent: "0", tax: "0.00" }),
      line({ taxPercent: "9" }),
    ],
    tools,
  );
  expect(
    entries.map(({ carrier, type, taxPercent, count, net, tax }) => [
      carrier,
      type,
      taxPercent,
      count,
      net,
      tax,
    ]),
  ).toEqual([
    ["PNP", "cod", "22", 1, "2.00", "0.44"],
    ["PNP", "freight", "0", 1, "10.00", "0.00"],
    ["PNP", "freight", "9", 1, "10.00", "2.20"],
    ["PNP", "freight", "22", 2, "10.05", "2.21"],
    ["TRN", "freight", "22", 1, "10.00", "2.20"],
  ]);
  expect(left).toBe(0);
});

test("each line becomes home currency by itself, so that sums are sums of what is booked; without a rate it is left and told", () => {
  const { entries, left } = journalOfCharges(
    [
      line({ currency: "SEK", net: "0.25", tax: "0.04" }),
      line({ currency: "SEK", net: "0.25", tax: "0.06" }),
      line({ currency: "NOK" }),
    ],
    tools,
  );
  // 0.025 is 0.03, twice
  expect(entries).toMatchObject([{ count: 2, net: "0.06", tax: "0.01" }]);
  expect(left).toBe(1);
});
