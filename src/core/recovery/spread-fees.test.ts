import fc from "fast-check";
import { runs } from "../../../tests/support/runs";
import { Decimal, sum } from "../money/decimal";
import { spreadFees, type CarrierSum } from "./spread-fees";

const own = (
  value: string,
  shipments: number,
  cost = "0",
  more: Partial<Pick<CarrierSum, "month" | "carrier">> = {},
): CarrierSum => ({
  month: "2026-10",
  carrier: "PNP",
  value,
  figures: {
    shipments,
    orders: 0,
    parcels: 0,
    unpriced: 0,
    charged: "0",
    expected: cost,
    billed: "0",
    expectedOfBilled: "0",
    billedShipments: 0,
  },
  ...more,
});
const fee = (amount: string, more = {}) => ({ month: "2026-10", carrier: "PNP", amount, ...more });
const told = ({ parts }: ReturnType<typeof spreadFees>) =>
  Object.fromEntries([...parts].map(([value, amount]) => [value, amount.toFixed(2)]));

describe("fees of no shipment", () => {
  it("are spread by how many shipments there are, or by what they cost", () => {
    const sums = [own("EE", 3, "10.00"), own("FI", 1, "30.00")];
    const by = (key: "shipments" | "cost") =>
      told(spreadFees([fee("25.00")], sums, { by: key, currency: "EUR" }));
    expect(by("shipments")).toEqual({ EE: "18.75", FI: "6.25" });
    expect(by("cost")).toEqual({ EE: "6.25", FI: "18.75" });
  });

  it("count what is billed in the place of what was expected", () => {
    const billed = own("FI", 1, "30.00");
    const sums = [
      own("EE", 1, "10.00"),
      { ...billed, figures: { ...billed.figures, billed: "15.00", expectedOfBilled: "30.00" } },
    ];
    expect(told(spreadFees([fee("25.00")], sums, { by: "cost", currency: "EUR" }))).toEqual({
      EE: "10.00",
      FI: "15.00",
    });
  });

  it("fall on shipments of their own carrier and month alone, else on none", () => {
    const sums = [
      own("EE", 1),
      own("EE", 9, "0", { month: "2026-09" }),
      own("FI", 5, "0", { carrier: "TRN" }),
    ];
    const spread = spreadFees([fee("25.00"), fee("7.00", { carrier: "STP" })], sums, {
      by: "shipments",
      currency: "EUR",
    });
    expect(told(spread)).toEqual({ EE: "25.00" });
    expect(spread.unspread.toFixed(2)).toBe("7.00");
  });

  it("add up to the cent, whatever they are spread by", () => {
    const values = fc.array(fc.record({ shipments: fc.nat(50), cents: fc.nat(99_999) }), { maxLength: 12 });
    fc.assert(
      fc.property(
        values,
        fc.integer({ min: -5000, max: 99_999 }),
        fc.constantFrom<"shipments" | "cost">("shipments", "cost"),
        (list, cents, by) => {
          const sums = list.map(({ shipments, cents: cost }, i) =>
            own(`v${i}`, shipments, (cost / 100).toFixed(2)),
          );
          const { parts, unspread } = spreadFees([fee((cents / 100).toFixed(2))], sums, {
            by,
            currency: "EUR",
          });
          const all = sum([...parts.values()]).plus(unspread);
          return all.equals(Decimal.of((cents / 100).toFixed(2)));
        },
      ),
      { numRuns: runs(300) },
    );
  });
});
