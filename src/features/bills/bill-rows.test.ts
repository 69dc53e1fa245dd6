import fc from "fast-check";
import type { BillLine } from "@/core/recovery/bill";
import { billFields, billTable, billVerdict } from "./bill-rows";

const row = (own: Record<string, string> = {}) => billVerdict({ charge: "FRT", amount: "4.50", ...own });

test("a row is a line of the bill; what it does not say is not there", () => {
  expect(row({ country: "Sweden", day: "05.10.2026", weight: "4.50", tracking: " T-1 " })).toEqual({
    kind: "taken",
    value: {
      charge: "FRT",
      amount: "4.50",
      country: "SE",
      day: "2026-10-05",
      weight: "4.50",
      tracking: "T-1",
    },
  });
  expect(row({ amount: "-4.50" })).toMatchObject({ kind: "taken", value: { amount: "-4.50" } });
});

test.each([
  [{ amount: "" }, "It has no amount."],
  [{ charge: " " }, "It does not say what it charges for."],
  [{ country: "Atlantis" }, "“Atlantis” is not a country."],
  [{ amount: "four" }, "amount:"],
  [{ day: "31.02.2026" }, "handed over:"],
  [{ weight: "-2" }, "weight, kg:"],
])("%j is refused in words", (own, why) => {
  expect(row(own)).toMatchObject({ kind: "refused", why: expect.stringContaining(why) as string });
});

test("lines that are told as a table come in again as they were", () => {
  const line = fc.record(
    {
      tracking: fc.stringMatching(/^[A-Z0-9]{1,12}$/),
      reference: fc.stringMatching(/^NC-[0-9]{1,6}$/),
      day: fc.constantFrom("2026-10-05", "2026-12-31"),
      country: fc.constantFrom("SE", "EE", "AX"),
      postcode: fc.stringMatching(/^[0-9]{5}$/),
      weight: fc.integer({ min: 0, max: 9999 }).map((grams) => (grams / 100).toFixed(2)),
      charge: fc.constantFrom("FRT", "FUEL", "R 7"),
      amount: fc.integer({ min: -99_999, max: 99_999 }).map((cents) => (cents / 100).toFixed(2)),
    },
    { requiredKeys: ["charge", "amount"] },
  );
  fc.assert(
    fc.property(line, (one) => {
      const { head, rows } = billTable([one as BillLine]);
      expect(head).toHaveLength(billFields.length);
      const cells = Object.fromEntries(billFields.map(({ key }, i) => [key, rows[0]![i]!]));
      expect(billVerdict(cells)).toEqual({ kind: "taken", value: one });
    }),
    { numRuns: 100, seed: 2 },
  );
});
