import type { Rate } from "@/contracts/carrier-rates";
import { costOfFigure } from "@/core/services/carrier-figure";

/** What a carrier's rate costs us, without tax; `undefined` for what is no figure. */
export function costOfRate({ amount, currency, tax }: Rate): string | undefined {
  return costOfFigure({ amount, currency, ...(tax.basis === "with" ? { taxPercent: tax.percent } : {}) });
}
