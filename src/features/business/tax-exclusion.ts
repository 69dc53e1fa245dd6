import type { Business } from "@/core/setup/business";
import type { Change } from "@/core/setup/inverse";

const CELL = /^business\/deliveryTaxes\/(\d+)\/(percent|reverseChargeWithTaxId)$/;

/** A rule has a percentage or is reverse charge: with one of them set the other goes, and with one emptied the other comes. */
export function withoutTheOther(
  changes: readonly Change[],
  rules: NonNullable<Business["deliveryTaxes"]>,
): Change[] {
  const paths = new Set(changes.map(({ path }) => path));
  return changes.flatMap((change) => {
    const [, at = "", field] = CELL.exec(change.path) ?? [];
    const rule = rules[Number(at)];
    const isPercent = field === "percent";
    const other = `business/deliveryTaxes/${at}/${isPercent ? "reverseChargeWithTaxId" : "percent"}`;
    if (field === undefined || !rule || paths.has(other)) return [change];
    const before = isPercent ? rule.reverseChargeWithTaxId : rule.percent;
    const after = change.to !== undefined ? undefined : isPercent ? true : "0";
    if (before === after) return [change];
    return [
      change,
      {
        path: other,
        ...(before === undefined ? {} : { from: before }),
        ...(after === undefined ? {} : { to: after }),
      },
    ];
  });
}
