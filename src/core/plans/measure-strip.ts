import { Decimal } from "../money/decimal";
import { boundsOf } from "../rules/condition";
import { basePerUnit } from "../rules/measured";
import type { Condition } from "../setup/condition";
import type { Measure } from "../setup/measure";
import type { Plan } from "../setup/plan";

type Ladder = Extract<Plan, { kind: "ladder" }>;

/** A stretch of a measure, in the strip's unit, with which rules can take an order there. */
export interface StripPart {
  /** Open ends are left out. A stretch may be a single value: both ends equal and in. */
  readonly low?: string;
  readonly lowIn: boolean;
  readonly high?: string;
  readonly highIn: boolean;
  /**
   * Rules in their order, from 0, that can take an order there: of a ladder whose first match counts up to and including the
   * first that asks nothing else, of others all whose conditions on the measure hold.
   */
  readonly rules: readonly number[];
  /** Whether they take every order there; else it is by what they ask besides the measure. */
  readonly isSure: boolean;
  /** Whether some rule takes every order there, or there is an "otherwise" that gives a charge. */
  readonly isTaken: boolean;
}

/** The measures a ladder's conditions bound, those that most rules ask for first. */
export function stripMeasures({
  rules,
}: Ladder): { readonly measure: Measure; readonly unit: string | undefined }[] {
  const found = new Map<Measure, { count: number; unit: string | undefined }>();
  for (const { when } of rules)
    for (const one of when) {
      const plain = inner(one);
      if (!("measure" in plain)) continue;
      const known = found.get(plain.measure);
      found.set(plain.measure, { count: (known?.count ?? 0) + 1, unit: known?.unit ?? plain.unit });
    }
  return [...found]
    .sort(([a, x], [b, y]) => y.count - x.count || (a < b ? -1 : 1))
    .map(([measure, { unit }]) => ({ measure, unit }));
}

/**
 * Which values of a measure can fall to which rule. A rule that asks for something else too, or for nothing of the measure, is
 * there wherever it could count, so that no stretch says less than is true. Figures are exact, in `unit`.
 */
export function measureStrip(ladder: Ladder, measure: Measure, unit: string | undefined): StripPart[] {
  const base = basePerUnit(measure, unit);
  const rules = ladder.rules.map(({ when }) => readRule(when, measure));
  const edges = edgesOf(rules);
  const hasOtherwise = ladder.otherwise !== undefined && !("withhold" in ladder.otherwise);
  const text = (value: Decimal) => value.dividedBy(base, 9, "halfAwayFromZero").toString();
  return stretches(edges).reduce<StripPart[]>((parts, { low, high, probe, isPoint }, i) => {
    const holding = rules.flatMap((rule, index) => (rule.holds(probe) ? [{ index, ...rule }] : []));
    const first = holding.findIndex(({ asksMore }) => !asksMore);
    const counted = ladder.match === "first" && first >= 0 ? holding.slice(0, first + 1) : holding;
    const part: StripPart = {
      ...(low ? { low: text(low) } : {}),
      lowIn: isPoint || i === 0,
      ...(high ? { high: text(high) } : {}),
      highIn: isPoint,
      rules: counted.map(({ index }) => index),
      isSure: counted.every(({ asksMore }) => !asksMore),
      isTaken: first >= 0 || hasOtherwise,
    };
    return joined(parts, part);
  }, []);
}

interface Rule {
  readonly asksMore: boolean;
  readonly bounds: readonly { readonly edge: Decimal }[];
  readonly holds: (value: Decimal) => boolean;
}

function inner(condition: Condition): Exclude<Condition, { not: Condition }> {
  return "not" in condition ? inner(condition.not) : condition;
}

function readRule(when: readonly Condition[], measure: Measure): Rule {
  const own = when.filter((one) => {
    const plain = inner(one);
    return "measure" in plain && plain.measure === measure;
  });
  const tests = own.map(testOf);
  return {
    asksMore: own.length < when.length,
    bounds: tests.flatMap(({ edges }) => edges.map((edge) => ({ edge }))),
    holds: (value) => tests.every(({ holds }) => holds(value)),
  };
}

function testOf(condition: Condition): {
  readonly edges: readonly Decimal[];
  readonly holds: (value: Decimal) => boolean;
} {
  if ("not" in condition) {
    const { edges, holds } = testOf(condition.not);
    return { edges, holds: (value) => !holds(value) };
  }
  if (!("measure" in condition)) return { edges: [], holds: () => true };
  const base = basePerUnit(condition.measure, condition.unit);
  const bounds = boundsOf(condition).map(({ value, allows }) => ({
    edge: Decimal.of(value).times(base),
    allows,
  }));
  return {
    edges: bounds.map(({ edge }) => edge),
    holds: (value) =>
      bounds.every(({ edge, allows }) =>
        (allows as readonly number[]).includes(Math.sign(value.compare(edge))),
      ),
  };
}

function edgesOf(rules: readonly Rule[]): Decimal[] {
  const sorted = rules
    .flatMap(({ bounds }) => bounds.map(({ edge }) => edge))
    .filter((edge) => edge.sign >= 0)
    .sort((a, b) => a.compare(b));
  return sorted.filter((edge, i) => i === 0 || !edge.equals(sorted[i - 1] ?? Decimal.zero));
}

interface Stretch {
  readonly low: Decimal | undefined;
  readonly high: Decimal | undefined;
  /** A value inside. */
  readonly probe: Decimal;
  readonly isPoint: boolean;
}

/** From 0 to the first edge, each edge itself, what lies between, and everything above the last. */
function stretches(edges: readonly Decimal[]): Stretch[] {
  const half = Decimal.of("0.5");
  const found: Stretch[] = [];
  let low = Decimal.zero;
  for (const edge of edges) {
    if (edge.moreThan(low))
      found.push({ low, high: edge, probe: low.plus(edge).times(half), isPoint: false });
    found.push({ low: edge, high: edge, probe: edge, isPoint: true });
    low = edge;
  }
  return [...found, { low, high: undefined, probe: low.plus(Decimal.one), isPoint: false }];
}

/** Adds a stretch, joined with the one before when the same rules take it. */
function joined(parts: readonly StripPart[], part: StripPart): StripPart[] {
  const last = parts[parts.length - 1];
  const alike =
    last &&
    last.isTaken === part.isTaken &&
    last.isSure === part.isSure &&
    last.rules.join() === part.rules.join()
      ? last
      : undefined;
  if (!alike) return [...parts, part];
  const { high: _, ...rest } = alike;
  return [
    ...parts.slice(0, -1),
    { ...rest, ...(part.high === undefined ? {} : { high: part.high }), highIn: part.highIn },
  ];
}
