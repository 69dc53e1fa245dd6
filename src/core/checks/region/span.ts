import { Decimal } from "../../money/decimal";

/** A stretch of numbers; a missing end is open for ever. */
export interface Interval {
  readonly low: Decimal | undefined;
  readonly lowIn: boolean;
  readonly high: Decimal | undefined;
  readonly highIn: boolean;
}

/** The values a measure may have: some numbers, and perhaps none known (a weight that is missing). */
export interface Span {
  readonly kind: "span";
  /** Whether only whole numbers count. */
  readonly whole: boolean;
  readonly interval: Interval | undefined;
  readonly missing: boolean;
}

/** A span of at least `low`, with everything above. */
export function atLeast(low: Decimal, whole: boolean, missing: boolean): Span {
  return { kind: "span", whole, missing, interval: { low, lowIn: true, high: undefined, highIn: false } };
}

export function isEmptySpan({ interval, missing }: Span): boolean {
  return !interval && !missing;
}

/** What both hold; may be empty. */
export function intersectSpans(a: Span, b: Span): Span {
  const interval = a.interval && b.interval && intersect(a.interval, b.interval);
  return { ...a, missing: a.missing && b.missing, interval: interval && tidy(interval, a.whole) };
}

/** What `a` holds and `b` does not: none to three spans. */
export function subtractSpans(a: Span, b: Span): Span[] {
  const pieces: Span[] = [];
  const left = (interval: Interval | undefined, missing: boolean) => {
    const piece: Span = { ...a, missing, interval: interval && tidy(interval, a.whole) };
    if (!isEmptySpan(piece)) pieces.push(piece);
  };
  if (a.missing && !b.missing) left(undefined, true);
  if (!a.interval) return pieces;
  if (!b.interval) {
    left(a.interval, false);
    return pieces;
  }
  const { low, lowIn, high, highIn } = b.interval;
  if (low) left(intersect(a.interval, { low: undefined, lowIn: false, high: low, highIn: !lowIn }), false);
  if (high) left(intersect(a.interval, { low: high, lowIn: !highIn, high: undefined, highIn: false }), false);
  return pieces;
}

function intersect(a: Interval, b: Interval): Interval | undefined {
  const low = laterLow(a, b);
  const high = earlierHigh(a, b);
  return { low: low.low, lowIn: low.lowIn, high: high.high, highIn: high.highIn };
}

function laterLow(a: Interval, b: Interval): Interval {
  if (!a.low) return b;
  if (!b.low) return a;
  const side = a.low.compare(b.low);
  if (side !== 0) return side > 0 ? a : b;
  return a.lowIn ? b : a;
}

function earlierHigh(a: Interval, b: Interval): Interval {
  if (!a.high) return b;
  if (!b.high) return a;
  const side = a.high.compare(b.high);
  if (side !== 0) return side < 0 ? a : b;
  return a.highIn ? b : a;
}

/** Ends of whole numbers are whole and in; `undefined` for a stretch that holds nothing. */
export function tidy(interval: Interval, whole: boolean): Interval | undefined {
  const { low, lowIn, high, highIn } = whole ? wholeEnds(interval) : interval;
  if (low && high) {
    const side = low.compare(high);
    if (side > 0 || (side === 0 && !(lowIn && highIn))) return undefined;
  }
  return { low, lowIn, high, highIn };
}

function wholeEnds({ low, lowIn, high, highIn }: Interval): Interval {
  const up = low?.roundedToStep(Decimal.one, "ceiling");
  const down = high?.roundedToStep(Decimal.one, "floor");
  return {
    low: up && low && up.equals(low) && !lowIn ? up.plus(Decimal.one) : up,
    lowIn: true,
    high: down && high && down.equals(high) && !highIn ? down.minus(Decimal.one) : down,
    highIn: true,
  };
}
