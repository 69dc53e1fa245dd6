import type { SearchParams } from "./recovery-query";

/** Multiples that new rates may be of. */
export const steps = ["0.01", "0.05", "0.10", "0.50", "1.00"] as const;
export type Step = (typeof steps)[number];

export interface BreakEvenQuery {
  readonly from: string | undefined;
  readonly to: string | undefined;
  readonly tariff: string | undefined;
  /** 0 to 90, whole. */
  readonly marginPercent: string;
  readonly step: Step;
}

export const MOST_PERCENT = 90;

export function isMarginPercent(text: string): boolean {
  return /^\d{1,2}$/.test(text) && Number(text) <= MOST_PERCENT;
}

/** What an address asks to be worked out; what it can't say counts as not said. */
export function breakEvenQuery(params: SearchParams): BreakEvenQuery {
  const said = (name: string) => {
    const value = params[name];
    return typeof value === "string" ? value : undefined;
  };
  const margin = said("margin") ?? "0";
  return {
    from: said("from"),
    to: said("to"),
    tariff: said("tariff"),
    marginPercent: isMarginPercent(margin) ? margin : "0",
    step: steps.find((step) => step === said("step")) ?? "0.10",
  };
}
