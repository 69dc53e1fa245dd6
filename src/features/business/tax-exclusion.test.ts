import { withoutTheOther } from "./tax-exclusion";

const rules = [
  { from: "2026-01-01", percent: "24" },
  { from: "2026-01-01", reverseChargeWithTaxId: true as const },
];
const at = (row: number, field: string) => `business/deliveryTaxes/${row}/${field}`;

describe("a percentage or reverse charge", () => {
  it("drops the percentage where reverse charge is set, and the other way round", () => {
    expect(withoutTheOther([{ path: at(0, "reverseChargeWithTaxId"), to: true }], rules)).toEqual([
      { path: at(0, "reverseChargeWithTaxId"), to: true },
      { path: at(0, "percent"), from: "24" },
    ]);
    expect(withoutTheOther([{ path: at(1, "percent"), to: "9" }], rules)).toEqual([
      { path: at(1, "percent"), to: "9" },
      { path: at(1, "reverseChargeWithTaxId"), from: true },
    ]);
  });

  it("is the other one where one is emptied", () => {
    expect(withoutTheOther([{ path: at(0, "percent"), from: "24" }], rules)).toEqual([
      { path: at(0, "percent"), from: "24" },
      { path: at(0, "reverseChargeWithTaxId"), to: true },
    ]);
    expect(withoutTheOther([{ path: at(1, "reverseChargeWithTaxId"), from: true }], rules)).toEqual([
      { path: at(1, "reverseChargeWithTaxId"), from: true },
      { path: at(1, "percent"), to: "0" },
    ]);
  });

  it("leaves all other edits, and a block that sets both, as they are", () => {
    const plain = [
      { path: at(0, "percent"), from: "24", to: "25" },
      { path: "business/name", from: "A", to: "B" },
    ];
    expect(withoutTheOther(plain, rules)).toEqual(plain);
    const block = [
      { path: at(0, "percent"), from: "24" },
      { path: at(0, "reverseChargeWithTaxId"), to: true },
    ];
    expect(withoutTheOther(block, rules)).toEqual(block);
  });
});
