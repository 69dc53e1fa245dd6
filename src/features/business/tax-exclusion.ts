import type { Change } from "@/core/setup/inverse";
import type { Json } from "@/core/setup/path";

const RULE = /^business\/deliveryTaxes\/\d+$/;

/**
 * A rule has a percentage or is reverse charge: with one of them typed the other goes. One that is emptied leaves neither, which
 * is refused: what holds in its place has to be said.
 */
export function withoutTheOther(changes: readonly Change[]): Change[] {
  return changes.map((change) => {
    const { path, from, to } = change;
    if (!RULE.test(path) || !isFields(from) || !isFields(to)) return change;
    if (to.percent === undefined || to.reverseChargeWithTaxId === undefined) return change;
    const { percent, reverseChargeWithTaxId, ...rest } = to;
    return {
      ...change,
      to: from.percent === undefined ? { ...rest, percent } : { ...rest, reverseChargeWithTaxId },
    };
  });
}

function isFields(value: Json | undefined): value is { readonly [field: string]: Json } {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}
