import { Decimal } from "../money/decimal";
import type { Amount, Terms } from "../setup/amount";
import type { Offer } from "../setup/offer";
import type { Plan } from "../setup/plan";
import { joinPath } from "../setup/path";
import type { Setup } from "../setup/setup";
import { finding, type Finding } from "./finding";

/** Under this a percentage was likely meant as a share: 0.05 for 5. */
const LEAST = Decimal.one;
/** Cover for goods is often less than one in a hundred of them. */
const LEAST_OF_GOODS = Decimal.of("0.1");

interface Percent {
  readonly path: string;
  readonly percent: string;
  readonly ofGoods?: boolean;
}

/** Percentages nearer to 0 than is likely. A fuel index may be as low, so it is not looked at. */
export function percentFindings(setup: Setup): Finding[] {
  return percents(setup).flatMap(({ path, percent, ofGoods }) => {
    const value = Decimal.of(percent);
    const size = value.sign < 0 ? value.negated() : value;
    return size.sign > 0 && size.lessThan(ofGoods ? LEAST_OF_GOODS : LEAST)
      ? [finding("percent-suspicious", "warning", { percent }, path)]
      : [];
  });
}

function percents(setup: Setup): Percent[] {
  return [
    { path: "business/deliveryTaxPercent", percent: setup.business.deliveryTaxPercent },
    ...setup.chargeTypes.flatMap(({ code, taxPercent }) =>
      plain(joinPath("chargeTypes", code, "taxPercent"), taxPercent),
    ),
    ...setup.services.flatMap((service) =>
      (service.surcharges ?? []).flatMap(({ code, amount }) =>
        ofAmount(joinPath("services", service.code, "surcharges", code, "amount"), amount),
      ),
    ),
    ...setup.offers.flatMap(ofOffer),
  ];
}

function plain(path: string, percent: string | undefined): Percent[] {
  return percent === undefined ? [] : [{ path, percent }];
}

function ofAmount(path: string, amount: Amount): Percent[] {
  if (!("percent" in amount)) return [];
  return [{ path: `${path}/percent`, percent: amount.percent, ofGoods: amount.of === "goodsValue" }];
}

function ofOffer({ code, adjust, taxPercent, plan }: Offer): Percent[] {
  const path = joinPath("offers", code);
  return [
    ...plain(`${path}/taxPercent`, taxPercent),
    ...plain(`${path}/adjust/marginPercent`, adjust?.marginPercent),
    ...(adjust?.additions ?? []).flatMap(({ amount }, index) =>
      ofAmount(`${path}/adjust/additions/${index}/amount`, amount),
    ),
    ...termsOf(plan).flatMap(([at, terms]) =>
      terms.flatMap((term, index) =>
        "percent" in term
          ? [
              {
                path: `${path}/plan/${at}/${index}/percent`,
                percent: term.percent,
                ofGoods: term.of === "goodsValue",
              },
            ]
          : [],
      ),
    ),
  ];
}

/** All terms of a plan with their paths in it. */
function termsOf(plan: Plan): (readonly [path: string, terms: Terms])[] {
  if (plan.kind === "terms") return [["terms", plan.terms]];
  if (plan.kind === "byGoodsClass")
    return [
      ...plan.classes.map(({ terms }, i) => [`classes/${i}/terms`, terms] as const),
      ...(plan.otherwise ? [["otherwise", plan.otherwise] as const] : []),
    ];
  if (plan.kind !== "ladder") return [];
  return [
    ...plan.rules.flatMap(({ then }, i) =>
      "terms" in then ? [[`rules/${i}/then/terms`, then.terms] as const] : [],
    ),
    ...(plan.otherwise && "terms" in plan.otherwise
      ? [["otherwise/terms", plan.otherwise.terms] as const]
      : []),
  ];
}
