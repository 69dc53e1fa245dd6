import { moneyText, roundMoney } from "../money/currency";
import type { Decimal } from "../money/decimal";
import type { Quantity } from "../units/unit";
import type { BreakText, MoneyText } from "../working/reason";
import type { CompiledAxis, CompiledBreak } from "./compiled-tariff";

/** A value of an axis in the axis's own unit, at most six digits after the point. */
export function shownValue(axis: CompiledAxis, base: Decimal): Quantity {
  return { value: base.dividedBy(axis.basePerUnit, 6, "halfAwayFromZero").toString(), unit: axis.unit };
}

/** Cells may have more digits than the currency (0.0415 per kg): shown whole, never rounded away. */
export function cellMoney(axis: Pick<CompiledAxis, "currency">, amount: Decimal): MoneyText {
  return { amount: cellFigure(axis, amount), currency: axis.currency };
}

export function cellFigure({ currency }: Pick<CompiledAxis, "currency">, amount: Decimal): string {
  const whole = roundMoney(amount, currency).equals(amount);
  return whole ? moneyText(amount, currency) : amount.rounded(6, "halfAwayFromZero").toString();
}

/** Both ends of a break or a band, with the side each is on. */
export function breakText(axis: CompiledAxis, entry: CompiledBreak): BreakText {
  return {
    ...(entry.lower ? { lower: shownValue(axis, entry.lower).value } : {}),
    ...(entry.upper ? { upper: shownValue(axis, entry.upper).value } : {}),
    unit: axis.unit,
    boundary: axis.boundary,
  };
}
