import type { Terms } from "@/core/setup/amount";
import type { Outcome, Plan } from "@/core/setup/plan";
import { allHold, type Asked } from "./condition";
import { exchange } from "./exchange";
import { Fraction } from "./fraction";
import type { Load } from "./goods";
import { attempt, Refusal } from "./refusal";
import { rateByTable, unitOf } from "./table";

/** What a plan charges, in the quote's currency; `free` when a rule said so. */
export interface Charge {
  readonly amount: Fraction;
  readonly isFree: boolean;
}

/** What a plan is asked about: an order or one shipment of it, on the channel's tax basis. */
export interface Planned extends Asked {
  readonly shipments: number;
  /** What shipments cost, in the quote's currency, with the tax that prices here include. */
  readonly cost: Fraction;
  readonly part: (load: Load) => Planned;
}

const charge = (amount: Fraction, isFree = false): Charge => ({ amount, isFree });

export function planned(plan: Plan, asked: Planned): Charge {
  if (asked.load.length === 0) return charge(Fraction.zero);
  if (plan.kind === "ladder") return laddered(plan, asked);
  if (plan.kind === "costPlus") return charge(asked.cost);
  if (plan.kind === "tariff") return charge(byTable(plan.tariff, asked));
  if (plan.kind === "terms") return charge(summed(plan.terms, asked));
  if (plan.kind === "byGoodsClass") return charge(byClass(plan, asked));
  const counted = { parcel: "parcels", piece: "quantity", kg: "actualWeight" } as const;
  const each = typed(plan.amount, asked);
  if (plan.per === "order") return charge(each);
  const count =
    plan.per === "shipment" ? Fraction.of(asked.shipments) : asked.measure(counted[plan.per], asked.currency);
  return charge(each.times(count));
}

/** An amount somebody typed in the offer. */
export function typed(text: string, { order, currency }: Asked): Fraction {
  return exchange(order.setup, order.day, Fraction.of(text), currency, order.currency);
}

/** Figures first, money after them: what lacks both a size and a rate of exchange lacks the size. */
function summed(terms: Terms, asked: Planned): Fraction {
  const counts = terms.map((term) => counted(term, asked));
  return Fraction.sum(
    terms.map((term, i) => {
      if ("constant" in term) return typed(term.constant, asked);
      if ("percent" in term) return counts[i]!.percent(term.percent);
      const isMoney = term.measure === "cost" || term.measure.startsWith("goodsValue");
      const amount = isMoney ? Fraction.of(term.amount) : typed(term.amount, asked);
      return amount.times(counts[i]!);
    }),
  );
}

/** What a term multiplies; money in the quote's currency, the cost with the tax that prices include. */
function counted(term: Terms[number], asked: Planned): Fraction {
  if ("constant" in term) return Fraction.one;
  const measure = "percent" in term ? term.of : term.measure;
  if (measure === "cost") return asked.cost;
  const value = asked.measure(measure, asked.order.currency);
  const unit = "percent" in term ? undefined : term.unit;
  return unit === undefined ? value : value.by(unitOf(measure, unit));
}

function byTable(code: string, asked: Planned): Fraction {
  const { setup, day, request, currency } = asked.order;
  const tariff = setup.tariffs.find((one) => one.code === code)!;
  const { amount } = rateByTable(setup, code, {
    measure: asked.measure,
    from: asked.origins,
    place: request.shipTo,
    day,
  });
  return exchange(setup, day, amount, tariff.currency, currency);
}

function byClass(plan: Extract<Plan, { kind: "byGoodsClass" }>, asked: Planned): Fraction {
  const listed = plan.classes.map(({ goodsClass }) => goodsClass);
  const parts = [
    ...plan.classes.map(({ goodsClass, terms }) => ({
      terms,
      load: asked.load.filter(({ line }) => line.goodsClass === goodsClass),
    })),
    {
      terms: plan.otherwise,
      load: asked.load.filter(
        ({ line }) => line.goodsClass === undefined || !listed.includes(line.goodsClass),
      ),
    },
  ].filter(({ load }) => load.length > 0);
  const charges = parts.map(({ terms, load }) =>
    terms ? summed(terms, asked.part(load)) : refuse("no-rule-matched"),
  );
  return plan.combine === "sum" ? Fraction.sum(charges) : Fraction.max(charges);
}

type Ladder = Extract<Plan, { kind: "ladder" }>;

function laddered({ match, rules, otherwise }: Ladder, asked: Planned): Charge {
  // a rule that lacks a weight or a size is passed over, whether to be decided or to give its outcome
  const matching = rules.filter(({ when, then }) => {
    const answer = attempt(() => allHold(when, asked));
    if (!("value" in answer) || !answer.value) return false;
    const given = "withhold" in then ? undefined : attempt(() => outcome(then, asked));
    return !(given && "refused" in given && isMissing(given.refused));
  });
  const first = matching[0];
  if (!first) return otherwise ? outcome(otherwise, asked) : refuse("no-rule-matched");
  if (match === "first") return outcome(first.then, asked);
  const outcomes = matching.map(({ then }) => then);
  if (outcomes.some((one) => "withhold" in one)) throw new Refusal("withheld-by-rule");
  if (match === "sum") {
    const all = outcomes.map((one) => outcome(one, asked));
    return charge(
      Fraction.sum(all.map(({ amount }) => amount)),
      all.every(({ isFree }) => isFree),
    );
  }
  const tries = outcomes.map((one) => attempt(() => outcome(one, asked)));
  const given = tries.flatMap((one) => ("value" in one ? [one.value] : []));
  const failed = tries.find((one) => "refused" in one);
  if (given.length === 0 && failed && "refused" in failed) throw failed.refused;
  return given.reduce((a, b) => {
    const side = b.amount.against(a.amount);
    return (match === "lowest" ? side < 0 : side > 0) ? b : a;
  });
}

const isMissing = ({ reason }: Refusal) => reason === "weight-missing" || reason === "size-missing";

function refuse(reason: "no-rule-matched"): never {
  throw new Refusal(reason);
}

function outcome(then: Outcome, asked: Planned): Charge {
  if ("free" in then) return charge(Fraction.zero, true);
  if ("withhold" in then) throw new Refusal("withheld-by-rule");
  if ("costPlus" in then) return charge(asked.cost);
  return charge("tariff" in then ? byTable(then.tariff, asked) : summed(then.terms, asked));
}
