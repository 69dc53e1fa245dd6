import { z } from "zod";
import { moneyText, roundMoney } from "../money/currency";
import { Decimal, sum } from "../money/decimal";
import { nonNegative } from "../setup/primitives";
import { lineMoney, type SoldLine } from "./order-totals";

/** Who pays for what is given back. */
export const payers = ["us", "carrier", "supplier"] as const;
export type Payer = (typeof payers)[number];

/**
 * What is given back after an order was confirmed: pieces of lines, and of the delivery an amount in the channel's own way
 * (with tax where its prices have it) or all that is left of it. `returnCost` is what it costs to have the goods back, without
 * tax.
 */
export const creditSchema = z.strictObject({
  lines: z
    .array(z.strictObject({ position: z.int().min(0), quantity: z.int().min(1).max(1e9) }))
    .max(10_000)
    .exactOptional(),
  delivery: z.union([z.literal("all"), nonNegative]).exactOptional(),
  reason: z.string().trim().min(1).max(300),
  payer: z.enum(payers),
  returnCost: nonNegative.exactOptional(),
});
export type Credit = z.infer<typeof creditSchema>;

/** Money that is given back, at the currency's minor unit. */
export interface CreditedMoney {
  readonly net: string;
  readonly tax: string;
}

export interface CreditedLine extends CreditedMoney {
  readonly position: number;
  readonly quantity: number;
}

/** A credit as it is kept. */
export interface WorkedCredit {
  readonly lines: readonly CreditedLine[];
  readonly delivery: CreditedMoney | undefined;
  readonly net: string;
  readonly tax: string;
}

/** What an order was sold and charged for, and what of it was given back already. */
export interface Creditable {
  readonly lines: readonly SoldLine[];
  readonly delivery: CreditedMoney;
  readonly includesTax: boolean;
  readonly currency: string;
  readonly before: readonly Pick<WorkedCredit, "lines" | "delivery">[];
}

/** Why a credit can't be given. */
export type CreditFault = "nothing" | "more-pieces" | "more-delivery";

/**
 * Works out a credit. Of pieces of a line the part of its money that all pieces credited so far come to, less what was credited
 * before: so all pieces together come to the line's money exactly, in whatever parts. Of the delivery an amount in the channel's own way; its
 * tax is the part of the delivery's tax, and the rest of both with the rest of the amount.
 */
export function workCredit(
  credit: Credit,
  { lines, delivery, includesTax, currency, before }: Creditable,
): WorkedCredit | CreditFault {
  const credited: CreditedLine[] = [];
  for (const [position, quantity] of piecesOf(credit)) {
    const line = lines[position];
    const given = before.flatMap((one) => one.lines).filter((one) => one.position === position);
    const pieces = given.reduce((all, one) => all + one.quantity, 0);
    if (!line || pieces + quantity > line.quantity) return "more-pieces";
    const whole = lineMoney(line, includesTax, currency);
    const upTo = (amount: Decimal) => share(amount, pieces + quantity, line.quantity, currency);
    credited.push({
      position,
      quantity,
      net: moneyText(upTo(whole.net).minus(total(given, "net")), currency),
      tax: moneyText(upTo(whole.tax).minus(total(given, "tax")), currency),
    });
  }
  const back = deliveryBack(credit, { delivery, includesTax, currency, before });
  if (back === "more-delivery") return back;
  const all = [...credited, ...(back ? [back] : [])];
  if (all.length === 0) return "nothing";
  return {
    lines: credited,
    delivery: back,
    net: moneyText(total(all, "net"), currency),
    tax: moneyText(total(all, "tax"), currency),
  };
}

/** Pieces by line; a line that is named twice is added up. */
function piecesOf({ lines = [] }: Credit): ReadonlyMap<number, number> {
  const pieces = new Map<number, number>();
  for (const { position, quantity } of lines) pieces.set(position, (pieces.get(position) ?? 0) + quantity);
  return pieces;
}

function total(list: readonly CreditedMoney[], of: "net" | "tax"): Decimal {
  return sum(list.map((one) => Decimal.of(one[of])));
}

const WORKING_SCALE = 30;

function share(amount: Decimal, part: number, of: number, currency: string): Decimal {
  if (part === of) return amount;
  const exact = amount
    .times(Decimal.whole(part))
    .dividedBy(Decimal.whole(of), WORKING_SCALE, "halfAwayFromZero");
  return roundMoney(exact, currency);
}

function deliveryBack(
  { delivery: asked }: Credit,
  { delivery, includesTax, currency, before }: Omit<Creditable, "lines">,
): CreditedMoney | "more-delivery" | undefined {
  if (asked === undefined) return undefined;
  const given = before.flatMap((one) => one.delivery ?? []);
  const net = Decimal.of(delivery.net).minus(total(given, "net"));
  const tax = Decimal.of(delivery.tax).minus(total(given, "tax"));
  const rest = includesTax ? net.plus(tax) : net;
  const amount = asked === "all" ? rest : roundMoney(Decimal.of(asked), currency);
  if (amount.moreThan(rest)) return "more-delivery";
  if (amount.sign === 0) return undefined;
  if (amount.equals(rest)) return { net: moneyText(net, currency), tax: moneyText(tax, currency) };
  const taxBack = roundMoney(tax.times(amount).dividedBy(rest, WORKING_SCALE, "halfAwayFromZero"), currency);
  const netBack = includesTax ? amount.minus(taxBack) : amount;
  return { net: moneyText(netBack, currency), tax: moneyText(taxBack, currency) };
}
