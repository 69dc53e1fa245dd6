import { moneyText } from "../money/currency";
import { convert, type Conversion } from "../money/exchange";
import { Decimal } from "../money/decimal";
import type { OrderLine } from "../parcels/order-line";
import type { Charts } from "../rules/condition";
import { explainConversion } from "../working/explain-conversion";
import type { Plan } from "../setup/plan";
import { given, refused, reject, type Outcome } from "../working/reason";
import type { Trace } from "../working/step";
import { classesCharge, compileClasses, type CompiledClasses } from "./by-goods-class";
import type { CompiledException, ItemExceptions } from "./item-exceptions";
import { compileLadder, ladderCharge, type CompiledLadder } from "./ladder";
import { compileOutcome, outcomeCharge, type CompiledOutcome } from "./outcome";
import { narrowed, partOfShipments, type Part } from "./part";
import { rejectPlan, type PlanCharge, type SellContext } from "./sell-context";

interface CompiledFlat {
  readonly per: "order" | "shipment" | "parcel" | "piece" | "kg";
  readonly amount: Decimal;
  readonly typed: string;
  readonly path: string;
}

/** A price plan, read once: costPlus, terms and tariff are what a ladder's outcome can be too. */
export type CompiledPlan =
  | { readonly kind: "outcome"; readonly outcome: CompiledOutcome }
  | { readonly kind: "flat"; readonly flat: CompiledFlat }
  | { readonly kind: "ladder"; readonly ladder: CompiledLadder }
  | { readonly kind: "byGoodsClass"; readonly classes: CompiledClasses };

export function compilePlan(plan: Plan, charts: Charts, path: string): CompiledPlan {
  switch (plan.kind) {
    case "costPlus":
      return { kind: "outcome", outcome: compileOutcome({ costPlus: true }, path) };
    case "terms":
      return { kind: "outcome", outcome: compileOutcome({ terms: plan.terms }, path) };
    case "tariff":
      return { kind: "outcome", outcome: compileOutcome({ tariff: plan.tariff }, path) };
    case "flat":
      return {
        kind: "flat",
        flat: { per: plan.per, amount: Decimal.of(plan.amount), typed: plan.amount, path },
      };
    case "ladder":
      return { kind: "ladder", ladder: compileLadder(plan, charts, path) };
    case "byGoodsClass":
      return { kind: "byGoodsClass", classes: compileClasses(plan, path) };
  }
}

export type Charged = "perOrder" | "perShipmentSum" | "perShipmentHighest";

/** What is charged for: a plan with the exceptions that come before it. */
export interface Pricing {
  readonly plan: CompiledPlan;
  readonly exceptions: ItemExceptions;
  readonly charged: Charged;
  readonly path: string;
}

/**
 * The charge of an order's shipments by an offer's plan, in the quote's currency, not rounded. Amounts of a plan are
 * money of the home currency, converted where the quote's differs; a tariff's are in its own. Exceptions come first, for the
 * whole order: what they set or add a piece is charged however shipments are, unless a rule then makes the offer free.
 * Fails with the plan's own reason.
 */
export function planCharge(
  pricing: Pricing,
  whole: Part,
  context: SellContext,
  trace?: Trace,
): Outcome<PlanCharge> {
  const of = pricing.exceptions.isEmpty ? undefined : exceptionsOf(pricing, whole);
  if (!of) return chargeOfLeft(pricing, whole, allLines, context, trace);
  const added = exceptionAmounts(of, whole, context, trace);
  if (!added.ok) return added;
  const leaving = new Set<number>();
  for (const [line, { effect }] of of)
    if (effect.kind === "instead" || effect.kind === "shipsFree") leaving.add(line.index);
  const charge = chargeOfLeft(pricing, whole, leaving, context, trace);
  if (!charge.ok || charge.value.free || added.value.sign === 0) return charge;
  return given({ amount: charge.value.amount.plus(added.value), free: false });
}

/** No line leaves the measures. */
const allLines: ReadonlySet<number> = new Set();

/** `charged` says how several shipments count: once for the order, the sum of each, or the highest. */
function chargeOfLeft(
  pricing: Pricing,
  whole: Part,
  leaving: ReadonlySet<number>,
  context: SellContext,
  trace?: Trace,
): Outcome<PlanCharge> {
  if (pricing.charged === "perOrder") return partCharge(pricing, whole, leaving, context, trace) ?? nothing;
  const several = whole.shipments.length > 1;
  const charges: PlanCharge[] = [];
  for (const [index, rated] of whole.shipments.entries()) {
    const part = partOfShipments(whole.facts.journey, [rated], rated.answer.cost, whole.costTax);
    const own = several ? trace?.forShipment(index) : trace;
    const charge = partCharge(pricing, part, leaving, context, own);
    if (charge && !charge.ok) return charge;
    if (charge) charges.push(charge.value);
  }
  const amount = charges.reduce(
    (all, one) =>
      pricing.charged === "perShipmentSum"
        ? all.plus(one.amount)
        : one.amount.moreThan(all)
          ? one.amount
          : all,
    pricing.charged === "perShipmentSum" ? Decimal.zero : (charges[0]?.amount ?? Decimal.zero),
  );
  if (several)
    trace?.add(
      "shipments-charged",
      { how: pricing.charged, shipments: charges.length },
      moneyText(amount, whole.facts.journey.currency),
      `${pricing.path}/charged`,
    );
  return given({ amount, free: charges.length > 0 && charges.every(({ free }) => free) });
}

const nothing: Outcome<PlanCharge> = given({ amount: Decimal.zero, free: false });

/** What is left is the plan's, and of nothing the plan makes nothing. */
function partCharge(
  { plan, path }: Pricing,
  part: Part,
  leaving: ReadonlySet<number>,
  context: SellContext,
  trace?: Trace,
): Outcome<PlanCharge> | undefined {
  if (leaving.size === 0) return bareCharge(plan, part, context, trace);
  const { goods } = part.facts.measures;
  const leaves = ({ index }: OrderLine) => leaving.has(index);
  if (goods.every(leaves)) {
    trace?.add("nothing-left-to-charge", {}, undefined, path);
    return undefined;
  }
  return bareCharge(
    plan,
    goods.some(leaves) ? narrowed(part, (line) => !leaves(line)) : part,
    context,
    trace,
  );
}

/** What exception each line meets; `undefined` when none does. */
function exceptionsOf(
  { exceptions }: Pricing,
  { facts: { measures, journey } }: Part,
): Map<OrderLine, CompiledException> | undefined {
  let found: Map<OrderLine, CompiledException> | undefined;
  for (const line of measures.goods) {
    const exception = exceptions.find(line, journey.place);
    if (exception) (found ??= new Map()).set(line, exception);
  }
  return found;
}

function exceptionAmounts(
  of: ReadonlyMap<OrderLine, CompiledException>,
  { facts }: Part,
  context: SellContext,
  trace?: Trace,
): Outcome<Decimal> {
  // an exception that names its offer is in the offer's money, any other in the home currency
  const own = new Money(facts.journey.fromHome, context.homeCurrency);
  const business = new Money(context.ofBusiness, context.businessCurrency);
  for (const [line, exception] of of) {
    if (exception.effect.kind === "ban") continue;
    const { effect, path } = exception;
    const each = "amount" in effect ? effect.amount : Decimal.zero;
    const amount = each.times(Decimal.whole(line.quantity));
    const money = exception.offer === undefined ? business : own;
    money.total = money.total.plus(amount);
    trace?.add(
      "item-exception",
      {
        sku: line.item.sku,
        pieces: line.quantity,
        effect: effect.kind,
        each: { amount: moneyText(each, money.currency), currency: money.currency },
      },
      moneyText(amount, money.currency),
      path,
    );
  }
  let sum = Decimal.zero;
  for (const { total, conversion, currency } of [own, business]) {
    if (total.sign === 0) continue;
    if (!conversion)
      return refused(
        reject("no-exchange-rate", { from: currency, to: facts.journey.currency }, "exchangeRates"),
      );
    const converted = convert(total, conversion);
    explainConversion(total, converted, conversion, trace);
    sum = sum.plus(converted);
  }
  return given(sum);
}

/** What adds up in one currency, and how it becomes the quote's. */
class Money {
  total = Decimal.zero;

  constructor(
    readonly conversion: Conversion | undefined,
    readonly currency: string,
  ) {}
}

function bareCharge(
  plan: CompiledPlan,
  part: Part,
  context: SellContext,
  trace?: Trace,
): Outcome<PlanCharge> {
  switch (plan.kind) {
    case "outcome":
      return outcomeCharge(plan.outcome, part, context, trace);
    case "flat":
      return flatCharge(plan.flat, part, context, trace);
    case "ladder":
      return ladderCharge(plan.ladder, part, context, trace);
    case "byGoodsClass":
      return classesCharge(plan.classes, part, context, trace);
  }
}

function flatCharge(
  flat: CompiledFlat,
  part: Part,
  context: SellContext,
  trace?: Trace,
): Outcome<PlanCharge> {
  const { measures, journey } = part.facts;
  const count = flatCount(flat.per, part);
  const missing = !count ? "weight-missing" : !journey.fromHome ? "no-exchange-rate" : undefined;
  if (missing) return refused(rejectPlan(missing, measures, journey, context, `${flat.path}/per`));
  if (!count || !journey.fromHome) throw new RangeError("what is missing was refused");
  const home = flat.amount.times(count);
  const charge = convert(home, journey.fromHome);
  if (trace) {
    const amount = { amount: flat.typed, currency: context.homeCurrency };
    trace.add(
      "plan-flat",
      { amount, per: flat.per, count: count.toString() },
      moneyText(home, context.homeCurrency),
      `${flat.path}/amount`,
    );
    explainConversion(home, charge, journey.fromHome, trace);
  }
  return given({ amount: charge, free: false });
}

/** Kilograms are actual weight: what a buyer can check on the scales. */
function flatCount(per: CompiledFlat["per"], { facts, shipments }: Part): Decimal | undefined {
  switch (per) {
    case "order":
      return Decimal.one;
    case "shipment":
      return Decimal.whole(shipments.length);
    case "parcel":
      return Decimal.whole(facts.measures.parcels);
    case "piece":
      return facts.measures.quantity;
    case "kg":
      return facts.measures.actualWeight;
  }
}
