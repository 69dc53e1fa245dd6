import { moneyText } from "../money/currency";
import { Decimal } from "../money/decimal";
import { billCauses, type BillCause, type ExplainedBill } from "./explain-bill";
import type { Concession } from "./shipment-result";

/** Why a shipment lost: what it was given, what the bill says, or that what was charged never covered what it was to cost. */
export type LossCause =
  | { readonly why: "concession"; readonly concession: Concession; readonly amount: string }
  | { readonly why: "billed"; readonly cause: BillCause | "unexplained"; readonly amount: string }
  | { readonly why: "charge-below-cost"; readonly amount: string };

/** A shipment as it counts. Money without tax in home currency. */
export interface LosingShipment {
  readonly charged: string;
  readonly expected: string;
  readonly billed?: string;
  readonly concessions: readonly Concession[];
  /** Why it was billed otherwise than expected. */
  readonly explained?: Pick<ExplainedBill, "causes" | "unexplained">;
}

/**
 * The one thing that made a shipment lose most: the greatest cause of its bill's difference, or that less was charged than it was
 * to cost (told by what it was given, where it was given something), whichever is more; of equal ones what was charged. `undefined`
 * for a shipment that lost nothing.
 */
export function lossCause(
  { charged, expected, billed, concessions, explained }: LosingShipment,
  currency: string,
): LossCause | undefined {
  const cost = Decimal.of(billed ?? expected);
  if (!Decimal.of(charged).lessThan(cost)) return undefined;
  const below = Decimal.of(expected).minus(Decimal.of(charged));
  const [worst] = partsOf(explained).sort((a, b) => b.amount.compare(a.amount));
  if (worst && worst.amount.moreThan(below))
    return { why: "billed", cause: worst.cause, amount: moneyText(worst.amount, currency) };
  if (below.sign <= 0)
    return {
      why: "billed",
      cause: "unexplained",
      amount: moneyText(cost.minus(Decimal.of(expected)), currency),
    };
  const amount = moneyText(below, currency);
  // a rate that stood in for the carrier's is what it was to cost, and no reason to charge less
  const concession = concessions.find((one) => one !== "fallback");
  return concession ? { why: "concession", concession, amount } : { why: "charge-below-cost", amount };
}

function partsOf(
  explained: LosingShipment["explained"],
): { cause: BillCause | "unexplained"; amount: Decimal }[] {
  if (!explained) return [];
  return [
    ...billCauses.map((cause) => ({ cause, amount: Decimal.of(explained.causes[cause]) })),
    { cause: "unexplained" as const, amount: Decimal.of(explained.unexplained) },
  ];
}
