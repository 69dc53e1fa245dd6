import { Decimal } from "../money/decimal";
import type { CompiledItem } from "./compiled-item";

/** A line of the order, or a part of one, with its figures read. Money is in the quote's currency. */
export interface OrderLine {
  /** Its place in the request. */
  readonly index: number;
  readonly item: CompiledItem;
  readonly quantity: number;
  /** The whole line before and after its discount, on the channel's tax basis. */
  readonly priceBeforeDiscount: Decimal;
  readonly price: Decimal;
  /** Whether the prices above hold the tax. */
  readonly includesTax: boolean;
  readonly taxPercent: Decimal;
  /** The origin a person chose for it. */
  readonly pinned: string | undefined;
  /** The line it is a part of; not set of a whole one. */
  readonly whole?: OrderLine;
}

/**
 * Digits a part's share of its line's price has where it does not end. Parts that make up their line again are worth what
 * it is, to the last digit (`goodsValue`); the rest is far below anything a threshold can be set to.
 */
const SHARE_DIGITS = 24;

/** Some of a line's pieces as a line of their own, with their share of its price. */
export function partOf(line: OrderLine, quantity: number): OrderLine {
  if (quantity === line.quantity) return line;
  const whole = line.whole ?? line;
  return {
    ...whole,
    quantity,
    priceBeforeDiscount: shareOf(whole, whole.priceBeforeDiscount, quantity),
    price: shareOf(whole, whole.price, quantity),
    whole,
  };
}

/** The share of a price that some of a line's pieces have. */
export function shareOf({ quantity }: OrderLine, price: Decimal, pieces: number): Decimal {
  if (pieces === quantity) return price;
  return price
    .times(Decimal.whole(pieces))
    .dividedBy(Decimal.whole(quantity), SHARE_DIGITS, "halfAwayFromZero");
}
