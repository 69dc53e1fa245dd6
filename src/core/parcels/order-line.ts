import type { Decimal } from "../money/decimal";
import type { CompiledItem } from "./compiled-item";

/** A line of the order that ships, with its figures read. Money is in the quote's currency. */
export interface OrderLine {
  /** Its place in the request. */
  readonly index: number;
  readonly item: CompiledItem;
  readonly quantity: number;
  /** The whole line, without tax, before and after its discount. */
  readonly netBeforeDiscount: Decimal;
  readonly net: Decimal;
  readonly taxPercent: Decimal;
  /** The origin a person chose for it. */
  readonly pinned: string | undefined;
}
