import type { OrderLine } from "../parcels/order-line";
import type { Sourcing } from "../setup/offer";
import type { LineOrigin, SourcingOrigin } from "./candidate";

/** Origins that could ship an order together, each of them something. */
export interface OriginSet {
  /** By rank, then by code. */
  readonly origins: readonly SourcingOrigin[];
  /** The figures of the objectives before the cost, in their order; smaller is better. */
  readonly before: readonly number[];
  /** The figures of those after the cost, then 0 where the fallback origin ships, then the ranks added up. */
  readonly after: readonly number[];
}

/** Whether a set lies within the origins an offer leaves from. */
export function isWithin({ origins }: OriginSet, leavesFrom: ReadonlySet<string> | undefined): boolean {
  if (leavesFrom) for (const { code } of origins) if (!leavesFrom.has(code)) return false;
  return true;
}

/** Above so many origins only some are combined. */
export const MOST_COMBINED = 8;

/** km of an origin or a destination nobody knows the place of: half the way round the earth, farther than any. */
export const UNKNOWN_DISTANCE = 20_038;

/**
 * The sets of origins that could ship all lines of an order, grouped by the objectives before the cost: the best group
 * first, within it in the order of what comes after the cost. Made once for all offers, and only as far as asked for:
 * where fewer shipments come first most orders need no set of two.
 */
export class OriginSets {
  private readonly made: OriginSet[][] = [];
  /** The origins some line may be shipped from, by rank, then by code. */
  readonly useful: readonly SourcingOrigin[];
  /** The most shipments the order can be divided into. */
  readonly most: number;
  private nextSize = 1;

  constructor(
    private readonly lines: readonly OrderLine[],
    readonly allowed: readonly (readonly LineOrigin[])[],
    private readonly origins: readonly SourcingOrigin[],
    private readonly sourcing: Sourcing,
  ) {
    this.useful = origins.filter(({ code }) =>
      allowed.some((list) => list.some(({ origin }) => origin === code)),
    );
    this.most = mostShipments(lines, this.useful.length, sourcing.split);
  }

  /** The n-th group; `undefined` after the last. */
  group(n: number): readonly OriginSet[] | undefined {
    while (this.made.length <= n && this.nextSize <= this.most) this.make();
    return this.made[n];
  }

  private make(): void {
    const last = this.sourcing.objectives[0] === "fewestShipments" ? this.nextSize : this.most;
    if (last === 1) this.made.push(...grouped(this.singles()));
    else {
      const found: OriginSet[] = [];
      for (let size = this.nextSize; size <= last; size++)
        for (const set of subsets(size === 1 ? this.useful : combined(this.useful, this.allowed), size))
          if (covers(set, this.lines, this.allowed)) found.push(score(set, this.sourcing));
      this.made.push(...grouped(inOrder(found)));
    }
    this.nextSize = last + 1;
  }

  /** The origins that could ship everything alone, in order. */
  private singles(): OriginSet[] {
    return singlesOf(this.origins, this.sourcing).filter(({ origins }) =>
      covers(origins, this.lines, this.allowed),
    );
  }
}

const knownSingles = new WeakMap<readonly SourcingOrigin[], WeakMap<Sourcing, readonly OriginSet[]>>();

/** Each origin alone, in order: the same for every order that goes as far. */
function singlesOf(origins: readonly SourcingOrigin[], sourcing: Sourcing): readonly OriginSet[] {
  let bySourcing = knownSingles.get(origins);
  if (!bySourcing) knownSingles.set(origins, (bySourcing = new WeakMap()));
  let singles = bySourcing.get(sourcing);
  if (!singles)
    bySourcing.set(sourcing, (singles = inOrder(origins.map((origin) => score([origin], sourcing)))));
  return singles;
}

function mostShipments(lines: readonly OrderLine[], origins: number, split: Sourcing["split"]): number {
  if (split === "never") return Math.min(1, origins);
  if (split === "byLine") return Math.min(origins, lines.length);
  let pieces = 0;
  for (const line of lines) pieces += line.quantity;
  return Math.min(origins, pieces);
}

/** The origins that sets are made of: those some line can't do without, then the best-ranked, eight at most. */
function combined(
  useful: readonly SourcingOrigin[],
  allowed: readonly (readonly LineOrigin[])[],
): readonly SourcingOrigin[] {
  if (useful.length <= MOST_COMBINED) return useful;
  const needed = new Set(allowed.flatMap((list) => (list.length === 1 ? list.map((one) => one.origin) : [])));
  const first = useful.filter(({ code }) => needed.has(code));
  const rest = useful.filter(({ code }) => !needed.has(code));
  const kept = new Set([...first, ...rest].slice(0, MOST_COMBINED));
  return useful.filter((origin) => kept.has(origin));
}

function* subsets<T>(values: readonly T[], size: number, from = 0): Generator<T[]> {
  if (size === 0) yield [];
  for (let i = from; i <= values.length - size; i++) {
    const value = values[i];
    if (value !== undefined) for (const rest of subsets(values, size - 1, i + 1)) yield [value, ...rest];
  }
}

/** Whether every line's pieces can be had from the set. */
function covers(
  set: readonly SourcingOrigin[],
  lines: readonly OrderLine[],
  allowed: readonly (readonly LineOrigin[])[],
): boolean {
  for (const [i, line] of lines.entries()) {
    let pieces = 0;
    for (const one of allowed[i] ?? []) if (isAmong(one.origin, set)) pieces += one.pieces;
    if (pieces < line.quantity) return false;
  }
  return true;
}

function isAmong(origin: string, set: readonly SourcingOrigin[]): boolean {
  for (const { code } of set) if (code === origin) return true;
  return false;
}

function score(origins: readonly SourcingOrigin[], { objectives, fallbackOrigin }: Sourcing): OriginSet {
  const add = (figure: (origin: SourcingOrigin) => number) =>
    origins.reduce((total, origin) => total + figure(origin), 0);
  const figures = {
    fewestShipments: origins.length,
    nearest: add(({ distance }) => distance ?? UNKNOWN_DISTANCE),
    rank: add(({ rank }) => rank),
    lowestCost: 0,
  };
  const cost = objectives.indexOf("lowestCost");
  const split = cost < 0 ? objectives.length : cost;
  const fallback = origins.some(({ code }) => code === fallbackOrigin) ? 0 : 1;
  return {
    origins,
    before: objectives.slice(0, split).map((objective) => figures[objective]),
    after: [...objectives.slice(split + 1).map((objective) => figures[objective]), fallback, figures.rank],
  };
}

function inOrder(sets: OriginSet[]): OriginSet[] {
  return sets.sort(
    (a, b) => firstDifference(a.before, b.before) || firstDifference(a.after, b.after) || byCodes(a, b),
  );
}

/** Puts sets in order that are equal in `before` together. */
function grouped(sets: readonly OriginSet[]): OriginSet[][] {
  const groups: OriginSet[][] = [];
  for (const set of sets) {
    const group = groups[groups.length - 1];
    const [first] = group ?? [];
    if (group && first && firstDifference(first.before, set.before) === 0) group.push(set);
    else groups.push([set]);
  }
  return groups;
}

function firstDifference(a: readonly number[], b: readonly number[]): number {
  for (let i = 0; i < a.length; i++) {
    const difference = (a[i] ?? 0) - (b[i] ?? 0);
    if (difference !== 0) return difference;
  }
  return 0;
}

function byCodes(a: OriginSet, b: OriginSet): number {
  const text = (set: OriginSet) => set.origins.map(({ code }) => code).join("|");
  return text(a) < text(b) ? -1 : 1;
}
