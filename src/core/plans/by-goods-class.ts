import { moneyText } from "../money/currency";
import { Decimal } from "../money/decimal";
import type { OrderLine } from "../parcels/order-line";
import { compileTerms, type CompiledTerms } from "../rules/terms";
import { joinPath } from "../setup/path";
import type { Plan } from "../setup/plan";
import { given, refused, reject, type Outcome } from "../working/reason";
import type { Trace } from "../working/step";
import { byTerms } from "./outcome";
import { narrowed, type Part } from "./part";
import type { PlanCharge, SellContext } from "./sell-context";

export interface CompiledClasses {
  readonly combine: "sum" | "highest";
  readonly classes: readonly { readonly goodsClass: string; readonly terms: CompiledTerms }[];
  readonly otherwise: CompiledTerms | undefined;
  readonly path: string;
}

type ByGoodsClass = Extract<Plan, { kind: "byGoodsClass" }>;

export function compileClasses(plan: ByGoodsClass, path: string): CompiledClasses {
  return {
    combine: plan.combine,
    classes: plan.classes.map(({ goodsClass, terms }) => ({ goodsClass, terms: compileTerms(terms) })),
    otherwise: plan.otherwise && compileTerms(plan.otherwise),
    path,
  };
}

/**
 * Each listed class's terms over that class's part of the order; `otherwise` over all the rest together. Goods of no
 * listed class without an `otherwise` leave the plan without a charge for them: `no-rule-matched`. Terms on the cost see
 * the whole cost, which has no parts by class.
 */
export function classesCharge(
  plan: CompiledClasses,
  part: Part,
  context: SellContext,
  trace?: Trace,
): Outcome<PlanCharge> {
  const listed = new Set(plan.classes.map(({ goodsClass }) => goodsClass));
  const classOf = ({ item }: OrderLine) =>
    item.goodsClass !== undefined && listed.has(item.goodsClass) ? item.goodsClass : undefined;
  const present = new Set(part.facts.measures.goods.map(classOf));
  const groups = plan.classes.map(({ goodsClass, terms }) => ({
    goodsClass: goodsClass as string | undefined,
    terms: terms as CompiledTerms | undefined,
    path: `${plan.path}/${joinPath("classes", goodsClass)}/terms`,
  }));
  groups.push({ goodsClass: undefined, terms: plan.otherwise, path: `${plan.path}/otherwise` });
  const charges: Decimal[] = [];
  for (const { goodsClass, terms, path } of groups) {
    if (!present.has(goodsClass)) continue;
    if (!terms) return refused(reject("no-rule-matched", { passedOver: [] }, `${plan.path}/classes`));
    const mine = narrowed(part, (line) => classOf(line) === goodsClass);
    trace?.add("goods-class-charged", goodsClass === undefined ? {} : { goodsClass }, undefined, path);
    const charge = byTerms(terms, mine, context, path, trace);
    if (!charge.ok) return charge;
    charges.push(charge.value.amount);
  }
  const amount = charges.reduce(
    (all, one) => (plan.combine === "sum" ? all.plus(one) : one.moreThan(all) ? one : all),
    plan.combine === "sum" ? Decimal.zero : (charges[0] ?? Decimal.zero),
  );
  if (charges.length > 1)
    trace?.add(
      "classes-combined",
      { combine: plan.combine, classes: charges.length },
      moneyText(amount, part.facts.journey.currency),
      `${plan.path}/combine`,
    );
  return given({ amount, free: false });
}
