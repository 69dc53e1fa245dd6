import { Decimal } from "../money/decimal";
import { partOf, type OrderLine } from "../parcels/order-line";
import type { Assignment, Parts } from "./candidate";
import type { PartitionQuestion } from "./best-partition";
import { added, compareFigures, figuresOf, noFigures, type Figures } from "./figures";
import { stockOf, takesStock } from "./line-origins";

/** Lines rated, counted in every shipment they are part of, before the best so far is taken. */
const MOST_RATED = 400_000;
/** Orders of more lines keep the first answer; swapping every two lines is tried up to fewer. */
const MOST_LINES = 200;
const MOST_SWAPPED = 60;
/** Starts that are improved, the best first. */
const STARTS = 3;

export interface Improved {
  readonly assignment: Assignment;
  /** Ways of shipping that were rated. */
  readonly tried: number;
  /** No way can cost less. */
  readonly bound: Decimal;
}

/** Pieces of each line at each origin, by their places. */
type Spread = number[][];

interface Found {
  readonly spread: Spread;
  readonly assignment: Assignment;
  readonly figures: Figures;
}

/**
 * A good way of shipping where the best can't be proven: several first answers (all from one origin as far as it goes, each
 * line where it costs least), improved by moving lines or some of their pieces, by swapping two lines and by emptying an
 * origin, until no such step is better or 400,000 lines were rated. Never worse than `start`; nothing for more than 200 lines.
 */
export function improve(question: PartitionQuestion, start: Parts | undefined): Improved | undefined {
  if (question.lines.length > MOST_LINES) return undefined;
  const search = new Improvement(question);
  const first = start && search.rated(search.spreadOf(start));
  const others = search.firstAnswers();
  const starts = [...(first ? [first] : []), ...others].sort((a, b) => search.compare(a, b)).slice(0, STARTS);
  let best: Found | undefined;
  for (const one of starts) {
    const better = search.climb(one);
    if (!best || search.compare(better, best) < 0) best = better;
  }
  return best && { assignment: best.assignment, tried: search.tried, bound: leastCost(question) };
}

class Improvement {
  tried = 0;
  private left = MOST_RATED;

  constructor(private readonly question: PartitionQuestion) {}

  compare(a: Found, b: Found): number {
    return compareFigures(a.figures, b.figures, this.question.sourcing).sign;
  }

  spreadOf(parts: Parts): Spread {
    const { lines, origins } = this.question;
    const at = new Map(lines.map((line, i) => [line.index, i]));
    const spread: Spread = lines.map(() => origins.map(() => 0));
    origins.forEach(({ code }, place) => {
      for (const { index, quantity } of parts.get(code) ?? []) {
        const own = spread[at.get(index) ?? -1];
        if (own) own[place] = quantity;
      }
    });
    return spread;
  }

  /** A spread with its figures; nothing when it can't be shipped or nothing more may be rated. */
  rated(spread: Spread): Found | undefined {
    const { lines, origins, sourcing, rater } = this.question;
    if (this.left < 1) return undefined;
    const parts = new Map<string, OrderLine[]>();
    let figures = noFigures(sourcing);
    origins.forEach((origin, place) => {
      const part = lines.flatMap((line, i) => {
        const pieces = spread[i]?.[place] ?? 0;
        return pieces > 0 ? [partOf(line, pieces)] : [];
      });
      if (part.length === 0) return;
      parts.set(origin.code, part);
      const bits = part.reduce((total, { quantity }) => total + quantity, 0);
      figures = added(figures, figuresOf(origin, Decimal.zero, sourcing, { bits, order: 0 }));
    });
    this.left -= lines.length;
    this.tried++;
    const answer = rater.rate(parts);
    if (!answer.ok) return undefined;
    return { spread, assignment: answer.value, figures: { ...figures, cost: answer.value.cost } };
  }

  /** As much as possible from one origin after another, each once the first; and each line where it adds least. */
  firstAnswers(): Found[] {
    const { origins } = this.question;
    const found = origins.flatMap((_, preferred) => {
      const order = [preferred, ...origins.keys()].filter((place, i, all) => all.indexOf(place) === i);
      const spread = this.filled(order);
      return (spread && this.rated(spread)) ?? [];
    });
    const placed = this.placedOneByOne();
    return placed ? [...found, placed] : found;
  }

  private filled(order: readonly number[]): Spread | undefined {
    const spread: Spread = this.question.lines.map(() => this.question.origins.map(() => 0));
    for (const i of this.question.lines.keys()) if (!this.fill(spread, i, order)) return undefined;
    return spread;
  }

  /** Gives a line to origins in an order, all of it to one where it may not be split. */
  private fill(spread: Spread, line: number, order: readonly number[]): boolean {
    const quantity = this.question.lines[line]?.quantity ?? 0;
    let left = quantity;
    for (const place of order) {
      const room = this.room(spread, line, place);
      const own = spread[line];
      if (!own || left === 0 || (!this.isSplit && room < quantity)) continue;
      own[place] = Math.min(room, left);
      left -= own[place];
    }
    return left === 0;
  }

  private placedOneByOne(): Found | undefined {
    const { lines, origins } = this.question;
    const spread: Spread = lines.map(() => origins.map(() => 0));
    let last: Found | undefined;
    for (const i of lines.keys()) {
      let best: Found | undefined;
      for (const place of origins.keys()) {
        const order = [place, ...origins.keys()].filter((one, n, all) => all.indexOf(one) === n);
        const next = spread.map((row) => [...row]);
        if (this.room(next, i, place) < 1 || !this.fill(next, i, order)) continue;
        const one = this.rated(next);
        if (one && (!best || this.compare(one, best) < 0)) best = one;
      }
      if (!best) return undefined;
      last = best;
      best.spread.forEach((row, n) => (spread[n] = [...row]));
    }
    return last;
  }

  private get isSplit(): boolean {
    return this.question.sourcing.split === "byPiece";
  }

  /** How many more of a line's pieces an origin may ship. */
  private room(spread: Spread, at: number, place: number): number {
    const { lines, allowed, origins } = this.question;
    const line = lines[at];
    const code = origins[place]?.code ?? "";
    if (!line) return 0;
    const most = allowed[at]?.find(({ origin }) => origin === code)?.pieces ?? 0;
    const own = spread[at]?.[place] ?? 0;
    if (!takesStock(line)) return most - own;
    let taken = 0;
    lines.forEach((other, i) => {
      if (takesStock(other) && other.item.sku === line.item.sku) taken += spread[i]?.[place] ?? 0;
    });
    return Math.max(0, Math.min(most - own, stockOf(line, code) - taken));
  }

  /** Goes from better to better until no step is better. */
  climb(from: Found): Found {
    let best = from;
    for (let isBetter = true; isBetter && this.left > 0; ) {
      isBetter = false;
      for (const next of this.steps(() => best.spread)) {
        if (this.left < 1) break;
        const one = this.rated(next);
        if (!one || this.compare(one, best) >= 0) continue;
        best = one;
        isBetter = true;
      }
    }
    return best;
  }

  private *steps(now: () => Spread): Generator<Spread> {
    yield* this.emptied(now);
    yield* this.moved(now);
    if (this.question.lines.length <= MOST_SWAPPED) yield* this.swapped(now);
  }

  /** All that one origin ships, as far as another may, given to that one. */
  private *emptied(now: () => Spread): Generator<Spread> {
    const places = [...this.question.origins.keys()];
    for (const from of places)
      for (const to of places) {
        if (from === to) continue;
        const next = now().map((row) => [...row]);
        let moves = 0;
        next.forEach((row, line) => {
          const own = row[from] ?? 0;
          const pieces = Math.min(own, this.room(next, line, to));
          if (pieces === 0 || (!this.isSplit && pieces < own)) return;
          row[from] = own - pieces;
          row[to] = (row[to] ?? 0) + pieces;
          moves++;
        });
        if (moves > 1) yield next;
      }
  }

  /** A line, or some of its pieces, from one origin to another. */
  private *moved(now: () => Spread): Generator<Spread> {
    const places = [...this.question.origins.keys()];
    for (const line of this.question.lines.keys())
      for (const from of places)
        for (const to of places) {
          const own = now()[line]?.[from] ?? 0;
          if (from === to || own === 0) continue;
          const room = this.room(now(), line, to);
          for (const pieces of this.isSplit ? amounts(own) : [own]) {
            // a step taken meanwhile may have left fewer
            const left = now()[line]?.[from] ?? 0;
            if (pieces > room || pieces > left) continue;
            const next = now().map((row) => [...row]);
            const row = next[line];
            if (!row) continue;
            row[from] = left - pieces;
            row[to] = (row[to] ?? 0) + pieces;
            yield next;
          }
        }
  }

  /** Two lines that leave whole from different origins, each from the other's. */
  private *swapped(now: () => Spread): Generator<Spread> {
    const { lines } = this.question;
    for (let a = 0; a < lines.length; a++)
      for (let b = a + 1; b < lines.length; b++) {
        const next = now().map((row) => [...row]);
        const [one, other] = [next[a], next[b]];
        const [from, to] = [wholeAt(one), wholeAt(other)];
        if (!one || !other || from === undefined || to === undefined || from === to) continue;
        const [mine, theirs] = [one[from] ?? 0, other[to] ?? 0];
        one[from] = 0;
        other[to] = 0;
        if (this.room(next, a, to) < mine) continue;
        one[to] = mine;
        if (this.room(next, b, from) < theirs) continue;
        other[from] = theirs;
        yield next;
      }
  }
}

function wholeAt(row: readonly number[] | undefined): number | undefined {
  const used = (row ?? []).flatMap((pieces, place) => (pieces > 0 ? [place] : []));
  return used.length === 1 ? used[0] : undefined;
}

/** All of them, equal parts of them up to an eighth, and powers of two: what breaks and limits are likely to want. */
function amounts(pieces: number): number[] {
  const found = new Set<number>([pieces]);
  for (let n = 2; n <= 8; n++) {
    found.add(Math.ceil(pieces / n));
    found.add(Math.floor(pieces / n));
  }
  for (let n = 1; n < pieces; n *= 2) found.add(n);
  return [...found].filter((n) => n > 0).sort((a, b) => b - a);
}

/**
 * What no way can cost less than: what the lines without a choice cost where they leave, or what the dearest of the others
 * costs where it costs least, each by itself.
 */
export function leastCost({ lines, allowed, origins, rater, sourcing }: PartitionQuestion): Decimal {
  let tied = Decimal.zero;
  for (const { code } of origins) {
    const own = lines.filter((_, i) => allowed[i]?.length === 1 && allowed[i][0]?.origin === code);
    const least = own.length > 0 ? rater.least(code, own) : "never";
    if (least !== "never") tied = tied.plus(least);
  }
  let dearest = Decimal.zero;
  if (lines.length <= MOST_LINES)
    for (const [i, line] of lines.entries()) {
      // of a line that may be divided a single piece may be all that a shipment has
      const part = sourcing.split === "byPiece" && line.pinned === undefined ? partOf(line, 1) : line;
      const each = (allowed[i] ?? []).flatMap(({ origin }) => {
        const least = rater.least(origin, [part]);
        return least === "never" ? [] : [least];
      });
      const [first, ...rest] = each;
      const least = first && rest.reduce((min, one) => (one.lessThan(min) ? one : min), first);
      if (least?.moreThan(dearest)) dearest = least;
    }
  return tied.moreThan(dearest) ? tied : dearest;
}
