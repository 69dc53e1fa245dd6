import { z } from "zod";
import { moneyText, roundMoney } from "../money/currency";
import { Decimal } from "../money/decimal";

/** How far an objection is: told to the carrier, agreed to, given back; or turned down. */
export const objectionStates = ["open", "accepted", "credited", "rejected"] as const;
export type ObjectionState = (typeof objectionStates)[number];

const next: Readonly<Record<ObjectionState, readonly ObjectionState[]>> = {
  open: ["accepted", "rejected"],
  accepted: ["credited", "rejected"],
  // what was said too early is said otherwise
  credited: ["accepted"],
  rejected: ["open"],
};

/** Whether an objection may go from one state to another. */
export function mayBecome(from: ObjectionState, to: ObjectionState): boolean {
  return next[from].includes(to);
}

/** What an objection may become next, in the order it is offered. */
export function statesAfter(state: ObjectionState): readonly ObjectionState[] {
  return next[state];
}

export const objectionReason = z.string().trim().min(1).max(500);

/** Money without tax in the bill's currency. */
export interface Objected {
  readonly currency: string;
  readonly amount: string;
  readonly state: ObjectionState;
  /** What was given back; only of what is credited. */
  readonly credited?: string;
}

export interface ObjectionSum {
  readonly currency: string;
  readonly count: number;
  /** Neither credited nor rejected. */
  readonly waiting: string;
  readonly wonBack: string;
  readonly rejected: string;
}

/** What objections come to, by currency, in the order of the currencies. */
export function objectionSums(list: readonly Objected[]): ObjectionSum[] {
  const currencies = [...new Set(list.map(({ currency }) => currency))].sort();
  return currencies.map((currency) => {
    const own = list.filter((one) => one.currency === currency);
    const of = (states: readonly ObjectionState[], amount: (one: Objected) => string) =>
      moneyText(
        own
          .filter(({ state }) => states.includes(state))
          .reduce((sum, one) => sum.plus(Decimal.of(amount(one))), Decimal.zero),
        currency,
      );
    return {
      currency,
      count: own.length,
      waiting: of(["open", "accepted"], ({ amount }) => amount),
      wonBack: of(["credited"], ({ credited, amount }) => credited ?? amount),
      rejected: of(["rejected"], ({ amount }) => amount),
    };
  });
}

/**
 * What there is to object to of something billed, in the bill's currency: all of it where none of it is ours to pay, else the part
 * of it by which it is more than expected (in the proportion it has in home currency); nothing where it is not more.
 */
export function objectable(
  total: string,
  currency: string,
  matched?: { readonly difference: string; readonly billed: string },
): string {
  if (!matched) return moneyText(Decimal.of(total), currency);
  const [difference, billed] = [Decimal.of(matched.difference), Decimal.of(matched.billed)];
  if (difference.sign <= 0 || billed.sign <= 0) return moneyText(Decimal.zero, currency);
  const part = Decimal.of(total).times(difference).dividedBy(billed, DIGITS, "halfAwayFromZero");
  return moneyText(roundMoney(part, currency), currency);
}

const DIGITS = 12;

/** What somebody says of an objection. */
export const objectionStep = z.strictObject({
  id: z.uuid(),
  to: z.enum(objectionStates),
  /** What was given back, where it is credited and not all of it. */
  credited: z
    .string()
    .regex(/^\d+(\.\d+)?$/)
    .exactOptional(),
});
export type ObjectionStep = z.infer<typeof objectionStep>;
