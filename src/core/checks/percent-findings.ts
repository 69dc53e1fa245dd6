import { Decimal } from "../money/decimal";
import { finding, type Finding } from "./finding";
import type { Setup } from "../setup/setup";
import { joinPath } from "../setup/path";

/** Percentages between -1 and 1 other than 0: 0.05 was likely meant as 5. A fuel index may be as low. */
export function percentFindings(setup: Setup): Finding[] {
  return [...percents(setup)].flatMap(([path, percent]) => {
    const value = Decimal.of(percent);
    const small = value.sign !== 0 && value.lessThan(Decimal.one) && value.moreThan(Decimal.whole(-1));
    return small ? [finding("percent-suspicious", "warning", { percent }, path)] : [];
  });
}

function* percents(setup: Setup): Generator<readonly [path: string, percent: string]> {
  yield ["business/deliveryTaxPercent", setup.business.deliveryTaxPercent];
  for (const { code, taxPercent } of setup.chargeTypes)
    if (taxPercent !== undefined) yield [joinPath("chargeTypes", code, "taxPercent"), taxPercent];
  for (const service of setup.services)
    for (const { code, amount } of service.surcharges ?? [])
      if ("percent" in amount)
        yield [joinPath("services", service.code, "surcharges", code, "amount", "percent"), amount.percent];
  for (const { code, adjust, taxPercent } of setup.offers) {
    if (taxPercent !== undefined) yield [joinPath("offers", code, "taxPercent"), taxPercent];
    if (adjust?.marginPercent !== undefined)
      yield [joinPath("offers", code, "adjust", "marginPercent"), adjust.marginPercent];
    for (const [index, { amount }] of (adjust?.additions ?? []).entries())
      if ("percent" in amount)
        yield [joinPath("offers", code, "adjust", "additions", index, "amount", "percent"), amount.percent];
  }
  for (const { code, plan } of setup.offers)
    if (plan.kind === "terms")
      for (const [index, term] of plan.terms.entries())
        if ("percent" in term)
          yield [joinPath("offers", code, "plan", "terms", index, "percent"), term.percent];
}
