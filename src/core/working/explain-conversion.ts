import { moneyText } from "../money/currency";
import type { Decimal } from "../money/decimal";
import type { Conversion } from "../money/exchange";
import type { Trace } from "./step";

/** Adds a step for money that changed its currency; none where it did not. */
export function explainConversion(
  amount: Decimal,
  converted: Decimal,
  conversion: Conversion,
  trace: Trace | undefined,
): void {
  if (!trace || conversion.via.length === 0) return;
  const { from, to, via } = conversion;
  const rates = via.map((rate) => ({
    from: rate.from,
    to: rate.to,
    rate: rate.rate.toString(),
    asOf: rate.asOf,
  }));
  trace.add(
    "converted",
    { from: { amount: moneyText(amount, from), currency: from }, rates },
    moneyText(converted, to),
    via[0]?.source,
  );
}
