import { moneyText } from "../money/currency";
import { Decimal } from "../money/decimal";
import { allHold, compileConditions, type Charts, type CompiledCondition } from "../rules/condition";
import { isMissing, type Missing } from "../rules/measured";
import type { Plan } from "../setup/plan";
import { given, refused, reject, type Outcome, type Rejection } from "../working/reason";
import type { Trace } from "../working/step";
import { compileOutcome, outcomeCharge, type CompiledOutcome } from "./outcome";
import type { Part } from "./part";
import type { PlanCharge, SellContext } from "./sell-context";

interface CompiledRule {
  readonly index: number;
  readonly name: string | undefined;
  readonly when: readonly CompiledCondition[];
  readonly then: CompiledOutcome;
  readonly path: string;
}

export interface CompiledLadder {
  readonly match: "first" | "lowest" | "highest" | "sum";
  readonly rules: readonly CompiledRule[];
  readonly otherwise: CompiledOutcome | undefined;
  readonly path: string;
}

type Ladder = Extract<Plan, { kind: "ladder" }>;

export function compileLadder(plan: Ladder, charts: Charts, path: string): CompiledLadder {
  return {
    match: plan.match,
    rules: plan.rules.map((rule, index) => ({
      index,
      name: rule.name,
      when: compileConditions(rule.when, charts),
      then: compileOutcome(rule.then, `${path}/rules/${index}/then`),
      path: `${path}/rules/${index}`,
    })),
    otherwise: plan.otherwise && compileOutcome(plan.otherwise, `${path}/otherwise`),
    path,
  };
}

/** A rule that matched, with what it comes to. */
interface Matched {
  readonly rule: CompiledRule;
  readonly charge: Outcome<PlanCharge>;
}

/**
 * The charge of a ladder. A rule matches when all its conditions hold. One whose conditions or outcome need a weight or
 * a size that is missing is passed over, as if it did not match.
 *
 * - `first`: the first rule that matches
 * - `lowest`, `highest`: of all that match and give a charge; of equal ones the earlier
 * - `sum`: all that match, and all of them must give a charge
 *
 * A matching rule that withholds does so whatever the others give. None matches: `otherwise`, or `no-rule-matched`.
 */
export function ladderCharge(
  ladder: CompiledLadder,
  part: Part,
  context: SellContext,
  trace?: Trace,
): Outcome<PlanCharge> {
  const passedOver: { rule: number; missing: Missing }[] = [];
  const matched: Matched[] = [];
  for (const rule of ladder.rules) {
    const found = matchRule(rule, part, context);
    if (typeof found === "string") passedOver.push({ rule: rule.index + 1, missing: found });
    else if (found) matched.push({ rule, charge: found });
    if (found && typeof found !== "string" && ladder.match === "first") break;
  }
  for (const { rule, missing } of trace ? passedOver : [])
    trace?.add("rule-passed-over", { rule, missing }, undefined, `${ladder.path}/rules/${rule - 1}`);
  if (matched.length > 0) return combined(ladder, matched, part, context, trace);
  if (ladder.otherwise) {
    trace?.add("rule-otherwise", {}, undefined, ladder.otherwise.path);
    return outcomeCharge(ladder.otherwise, part, context, trace);
  }
  return refused(reject("no-rule-matched", { passedOver }, `${ladder.path}/rules`));
}

/** `undefined` for a rule that does not match, a missing figure for one passed over. */
function matchRule(
  rule: CompiledRule,
  part: Part,
  context: SellContext,
): Outcome<PlanCharge> | Missing | undefined {
  const verdict = allHold(rule.when, part.facts);
  if (verdict === false) return undefined;
  if (isMissing(verdict)) return verdict;
  const charge = outcomeCharge(rule.then, part, context);
  if (charge.ok) return charge;
  const { reason } = charge.rejection;
  return reason === "weight-missing" || reason === "size-missing" ? reason : charge;
}

function combined(
  ladder: CompiledLadder,
  matched: readonly Matched[],
  part: Part,
  context: SellContext,
  trace?: Trace,
): Outcome<PlanCharge> {
  const stop = ladder.match === "first" ? undefined : stopped(ladder, matched);
  if (stop) return refused(stop);
  const counted = matched.filter(({ charge }) => charge.ok);
  const used = ladder.match === "lowest" || ladder.match === "highest" ? [best(ladder, counted)] : matched;
  const first = used[0] ?? matched[0];
  if (!first) throw new RangeError("a ladder without a match is not combined");
  if (trace) for (const entry of used) if (entry) explainRule(entry.rule, part, context, trace);
  if (ladder.match !== "sum") {
    if (trace && counted.length > 1) explainChoice(ladder, counted, part, trace);
    return first.charge;
  }
  const amounts = matched.map(({ charge }) => (charge.ok ? charge.value.amount : Decimal.zero));
  const total = amounts.reduce((all, amount) => all.plus(amount), Decimal.zero);
  if (trace && matched.length > 1) explainChoice(ladder, counted, part, trace, total);
  return given({ amount: total, free: matched.every(({ charge }) => charge.ok && charge.value.free) });
}

/** What keeps a ladder of several matches from giving a charge, if anything does. */
function stopped(ladder: CompiledLadder, matched: readonly Matched[]): Rejection | undefined {
  const failed = matched.flatMap(({ charge }) => (charge.ok ? [] : [charge.rejection]));
  const withheld = failed.find((rejection) => rejection.reason === "withheld-by-rule");
  if (withheld) return withheld;
  return ladder.match === "sum" || failed.length === matched.length ? failed[0] : undefined;
}

function best(ladder: CompiledLadder, counted: readonly Matched[]): Matched | undefined {
  let found: Matched | undefined;
  let amount: Decimal | undefined;
  for (const entry of counted) {
    if (!entry.charge.ok) continue;
    const next = entry.charge.value.amount;
    const better = !amount || (ladder.match === "lowest" ? next.lessThan(amount) : next.moreThan(amount));
    if (better) [found, amount] = [entry, next];
  }
  return found;
}

/** The rule's step, then those of its outcome. */
function explainRule(rule: CompiledRule, part: Part, context: SellContext, trace: Trace): void {
  trace.add(
    "rule-matched",
    {
      rule: rule.index + 1,
      ...(rule.name === undefined ? {} : { name: rule.name }),
      when: rule.when.map(({ condition }) => condition),
      homeCurrency: context.homeCurrency,
    },
    undefined,
    rule.path,
  );
  outcomeCharge(rule.then, part, context, trace);
}

function explainChoice(
  ladder: CompiledLadder,
  counted: readonly Matched[],
  part: Part,
  trace: Trace,
  total?: Decimal,
): void {
  const { currency } = part.facts.journey;
  const charges = counted.flatMap(({ rule, charge }) =>
    charge.ok
      ? [{ rule: rule.index + 1, charge: { amount: moneyText(charge.value.amount, currency), currency } }]
      : [],
  );
  const chosen = total ?? best(ladder, counted)?.charge;
  const amount = chosen instanceof Decimal ? chosen : chosen?.ok ? chosen.value.amount : Decimal.zero;
  trace.add(
    "rules-combined",
    { match: ladder.match, charges },
    moneyText(amount, currency),
    `${ladder.path}/match`,
  );
}
