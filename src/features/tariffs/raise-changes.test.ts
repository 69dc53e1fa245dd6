import { applyChanges } from "@/core/setup/change";
import { inverse } from "@/core/setup/inverse";
import { smallestSetup } from "../../../tests/support/smallest-setup";
import { planRaise, type RaisePlan } from "./raise-changes";

const setup = smallestSetup();
const tariff = setup.tariffs[0]!;
const edition = tariff.editions[0]!;
const plan: RaisePlan = {
  raise: { percent: "4.2" },
  rounding: { step: "0.05", mode: "nearest" },
  selection: {},
  into: undefined,
};

function applied(next: Partial<RaisePlan>) {
  const outcome = planRaise(tariff, edition, { ...plan, ...next });
  const result = applyChanges(setup, outcome.changes);
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  const back = applyChanges(result.value.setup, inverse(result.value.changes));
  expect(back.ok && back.value.setup).toEqual(setup);
  return { outcome, tariff: result.value.setup.tariffs[0]! };
}

test("rates are raised where they stand, and undo takes them back", () => {
  const { outcome, tariff: after } = applied({});
  expect(after.editions[0]).toEqual(outcome.edition);
  expect(outcome.cells.length).toBeGreaterThan(0);
});

test("a raised edition of its own follows the old one without a gap or an overlap", () => {
  const { outcome, tariff: after } = applied({ into: { label: "2027", from: "2027-01-01" } });
  expect(after.editions.map(({ label, from, to }) => ({ label, from, to }))).toEqual([
    { label: edition.label, from: edition.from, to: "2026-12-31" },
    { label: "2027", from: "2027-01-01", to: undefined },
  ]);
  expect(outcome.ends).toBe("2026-12-31");
  expect(after.editions[0]!.rows).toEqual(edition.rows);
});
