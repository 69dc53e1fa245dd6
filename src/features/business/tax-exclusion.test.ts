import { listChanges } from "@/features/edits";
import { withoutTheOther } from "./tax-exclusion";

const path = "business/deliveryTaxes";
const rules = [
  { from: "2026-01-01", percent: "24" },
  { from: "2026-01-01", channels: ["web"], reverseChargeWithTaxId: true },
];
const columns = [
  { field: "percent" },
  { field: "reverseChargeWithTaxId", read: (text: string) => (text === "yes" ? true : undefined) },
];
const typed = (row: number, column: number, text: string) =>
  listChanges(rules, [{ row, column, text }], columns, path, (own) => own);

describe("a percentage or reverse charge", () => {
  it("drops the percentage where reverse charge is typed, and the other way round", () => {
    expect(withoutTheOther(typed(0, 1, "yes"))).toEqual([
      { path: `${path}/0`, from: rules[0], to: { from: "2026-01-01", reverseChargeWithTaxId: true } },
    ]);
    expect(withoutTheOther(typed(1, 0, "9"))).toEqual([
      { path: `${path}/1`, from: rules[1], to: { from: "2026-01-01", channels: ["web"], percent: "9" } },
    ]);
  });

  it("leaves one that is emptied, another percentage, a first row and all other edits as they are", () => {
    for (const changes of [
      typed(0, 0, ""),
      typed(0, 0, "25"),
      typed(2, 0, "25"),
      listChanges(undefined, [{ row: 0, column: 0, text: "25" }], columns, path, (own) => own),
      [{ path: "business/name", from: "A", to: "B" }],
    ])
      expect(withoutTheOther(changes)).toEqual(changes);
  });
});
