import type { ExploredPoint } from "@/core/bench/explore";
import type { ReasonCode } from "@/core/working/reason";
import type { ChargePoint } from "@/ui/charts/charge-curves";

/** Why there is no charge at a point, in a word or two: the trial of it tells all. */
const why: Partial<Record<ReasonCode, string>> = {
  "no-service": "no offer: no service takes it",
  "no-rule-matched": "no offer: no rule fits",
  "withheld-by-rule": "no offer: a rule withholds it",
  "above-last-break": "no offer: above the last break",
  "below-first-break": "no offer: below the first break",
  "no-rate": "no offer: the table has no rate there",
  destination: "no offer: not given there",
  "customer-group": "no offer: for a customer group only",
  coupon: "no offer: with a coupon only",
  "size-missing": "no offer: it needs a size",
};

/** A point as it is drawn. */
export function pointOf(point: ExploredPoint): ChargePoint {
  const x = Number(point.x);
  if ("reason" in point) return { x, why: why[point.reason] ?? "no offer" };
  return { x, charge: Number(point.charge), cost: Number(point.cost), margin: Number(point.margin) };
}
