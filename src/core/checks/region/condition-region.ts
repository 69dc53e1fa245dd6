import { Decimal } from "../../money/decimal";
import { boundsOf } from "../../rules/condition";
import { basePerUnit, dimensionOf } from "../../rules/measured";
import type { Condition } from "../../setup/condition";
import type { Measure } from "../../setup/measure";
import { intersectBoxes, type Box, type Universe } from "./box";
import { allBut, oneOf, opposite, type Choice } from "./choice";
import { atLeast, intersectSpans, isEmptySpan, subtractSpans, tidy, type Span } from "./span";

/** Turns conditions into boxes of orders, and knows every question they ask. */
export class Regions {
  private readonly origins: readonly string[];
  private readonly classes: readonly string[];
  private readonly asked = new Map<string, Span | Choice>();

  /** `all` are the conditions that will be compared; `channels` those that orders can come by. */
  constructor(
    all: readonly Condition[],
    private readonly channels: readonly string[],
  ) {
    const named = all.map(plain);
    this.origins = distinct(named.flatMap((one) => ("origin" in one ? one.origin : [])));
    this.classes = distinct(named.flatMap((one) => ("goodsClass" in one ? one.goodsClass : [])));
  }

  get universe(): Universe {
    return this.asked;
  }

  /** The orders for which all conditions hold, as boxes; none when they contradict each other. */
  of(conditions: readonly Condition[]): Box[] {
    let boxes: Box[] = [new Map()];
    for (const condition of conditions) {
      const holding = this.ofOne(condition, true);
      boxes = boxes.flatMap((box) => holding.flatMap((other) => intersectBoxes(box, other) ?? []));
    }
    return boxes;
  }

  private ofOne(condition: Condition, holds: boolean): Box[] {
    if ("not" in condition) return this.ofOne(condition.not, !holds);
    if ("measure" in condition)
      return this.spans(condition, holds).map((span) => new Map([[condition.measure, span]]));
    const [question, choice, every] = this.choiceOf(condition);
    if (every) this.asked.set(question, every);
    else if (!this.asked.has(question)) this.asked.set(question, allBut([]));
    const meant = holds ? choice : every ? within(every, choice) : opposite(choice);
    return meant.values.size === 0 && !meant.allBut ? [] : [new Map([[question, meant]])];
  }

  /** A figure that is not known makes a condition neither hold nor its opposite. */
  private spans(condition: Extract<Condition, { measure: Measure }>, holds: boolean): Span[] {
    const { measure, unit } = condition;
    const every = everySpan(measure);
    this.asked.set(measure, every);
    const known: Span = { ...every, missing: false };
    const base = basePerUnit(measure, unit);
    let meant = known;
    for (const { value, allows } of boundsOf(condition)) {
      const figure = Decimal.of(value).times(base);
      const interval = tidy(
        {
          low: allows.includes(-1) ? undefined : figure,
          lowIn: allows.includes(0),
          high: allows.includes(1) ? undefined : figure,
          highIn: allows.includes(0),
        },
        every.whole,
      );
      meant = intersectSpans(meant, { ...known, interval });
    }
    if (!holds) return subtractSpans(known, meant);
    return isEmptySpan(meant) ? [] : [meant];
  }

  /** What a condition asks, which answers it wants, and all there are where they can be told. */
  private choiceOf(
    condition: Exclude<Condition, { measure: Measure } | { not: Condition }>,
  ): [string, Choice, Choice?] {
    if ("country" in condition) return ["country", oneOf(condition.country)];
    if ("channel" in condition) return ["channel", oneOf(condition.channel), oneOf(this.channels)];
    if ("customerGroup" in condition) return ["customerGroup", oneOf(condition.customerGroup)];
    if ("coupon" in condition) return ["coupon", oneOf(condition.coupon)];
    if ("zone" in condition) return [`zone of ${condition.chart}`, oneOf(condition.zone)];
    if ("weekday" in condition) return ["weekday", oneOf(condition.weekday.map(String)), oneOf("1234567")];
    if ("cashOnDelivery" in condition)
      return ["cashOnDelivery", oneOf([String(condition.cashOnDelivery)]), yesOrNo];
    if ("poBox" in condition) return ["poBox", oneOf([String(condition.poBox)]), yesOrNo];
    if ("origin" in condition) return this.originChoice(condition.origin);
    if ("goodsClass" in condition) return this.classChoice(condition);
    const whole = condition.destination.every(({ subdivision, postcode }) => !subdivision && !postcode);
    if (!whole) return [JSON.stringify(condition), oneOf(["true"]), yesOrNo];
    const countries = condition.destination.map(({ country }) => country);
    return ["country", countries.includes("*") ? allBut([]) : oneOf(countries)];
  }

  /** An order leaves from some of the origins named, and perhaps others: the condition wants no others. */
  private originChoice(wanted: readonly string[]): [string, Choice, Choice] {
    if (this.origins.length > MOST_NAMED) return [`origin ${wanted.join()}`, oneOf(["true"]), yesOrNo];
    const sets = subsets([...this.origins, OTHER]);
    const fitting = sets.filter((set) => set.every((code) => wanted.includes(code)));
    return ["origins", oneOf(fitting.map(keyOf)), oneOf(sets.map(keyOf))];
  }

  /** An order holds goods of some of the classes named, and perhaps others. */
  private classChoice({
    goodsClass: wanted,
    in: how,
  }: Extract<Condition, { goodsClass: string[] }>): [string, Choice, Choice] {
    if (this.classes.length > MOST_NAMED)
      return [`classes ${how} ${wanted.join()}`, oneOf(["true"]), yesOrNo];
    const sets = subsets([...this.classes, OTHER]);
    const fitting = sets.filter((set) => {
      if (how === "any") return wanted.some((code) => set.includes(code));
      if (how === "all") return wanted.every((code) => set.includes(code));
      return set.every((code) => wanted.includes(code));
    });
    return ["classes", oneOf(fitting.map(keyOf)), oneOf(sets.map(keyOf))];
  }
}

/** With more names than this each combination would be too many: then a condition only equals itself. */
const MOST_NAMED = 6;
const OTHER = "*";
const yesOrNo = oneOf(["true", "false"]);

function plain(condition: Condition): Exclude<Condition, { not: Condition }> {
  return "not" in condition ? plain(condition.not) : condition;
}

function distinct(values: readonly string[]): string[] {
  return [...new Set(values)];
}

function within(every: Choice, choice: Choice): Choice {
  return oneOf([...every.values].filter((value) => !choice.values.has(value)));
}

/** All but the empty one. */
function subsets(names: readonly string[]): string[][] {
  return names
    .reduce<string[][]>((all, name) => [...all, ...all.map((set) => [...set, name])], [[]])
    .slice(1);
}

const keyOf = (set: readonly string[]) => set.join("+");

/** All values of a measure in base units: counts are whole and 1 or more, weights and sizes may be missing. */
export function everySpan(measure: Measure): Span {
  const dimension = dimensionOf(measure);
  if (dimension === "count") return atLeast(Decimal.one, true, false);
  return atLeast(Decimal.zero, false, dimension === "weight" || dimension === "length");
}
