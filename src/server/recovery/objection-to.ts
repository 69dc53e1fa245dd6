import { Decimal } from "@/core/money/decimal";
import type { BilledShipment, ExplainedBill } from "@/core/recovery/explain-bill";
import { objectable } from "@/core/recovery/objection";
import type { BilledShipmentRow } from "@/db/queries/recovery";

/**
 * What there is to object to of a bill's shipment, in the bill's currency; `undefined` where it is nothing: it is as expected, can't
 * be explained, or is a likeness that nobody has said anything of yet.
 */
export function objectionTo(
  { taken, match, explained, billed }: Pick<BilledShipmentRow, "taken" | "match" | "explained" | "billed">,
  currency: string,
): string | undefined {
  if (taken ? !explained : match === "likeness") return undefined;
  const { total } = billed as BilledShipment;
  const amount = objectable(total, currency, taken ? (explained as ExplainedBill) : undefined);
  return Decimal.of(amount).sign > 0 ? amount : undefined;
}
