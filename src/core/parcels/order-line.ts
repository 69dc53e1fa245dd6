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
}

/** Digits a part's share of a line's discount may have. */
const SHARE_DIGITS = 10;

/** Some of a line's pieces as a line of their own, with their share of its price. */
export function partOf(line: OrderLine, quantity: number): OrderLine {
  if (quantity === line.quantity) return line;
  const share = (price: Decimal) =>
    price
      .times(Decimal.whole(quantity))
      .dividedBy(Decimal.whole(line.quantity), SHARE_DIGITS, "halfAwayFromZero");
  return {
    ...line,
    quantity,
    priceBeforeDiscount: share(line.priceBeforeDiscount),
    price: share(line.price),
  };
}
