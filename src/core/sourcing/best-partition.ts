import type { Decimal } from "../money/decimal";
import { partOf, type OrderLine } from "../parcels/order-line";
import type { Sourcing } from "../setup/offer";
import type { LineOrigin, Parts, Rater, SourcingOrigin } from "./candidate";
import { added, compareFigures, figuresOf, isSumBetter, noFigures, type Figures } from "./figures";
import { hasStock } from "./assign-lines";

/** So many origins, and so many lines (or pieces) that have a choice, are gone through whatever the tables look like. */
const MOST_ORIGINS = 8;
const MOST_FREE = 10;
/** Lines that are rated for it at most, counted in every shipment: an order of thousands of tied lines is not gone through. */
const MOST_RATED = 400_000;

export interface PartitionQuestion {
  readonly lines: readonly OrderLine[];
  /** By line: which origins may ship it, or how many of its pieces. */
  readonly allowed: readonly (readonly LineOrigin[])[];
  /** By rank, then by code. */
  readonly origins: readonly SourcingOrigin[];
  readonly sourcing: Sourcing;
  readonly rater: Rater;
}

/** A way of shipping all lines, with what it is compared by. */
export interface Way {
  readonly parts: Parts;
  readonly figures: Figures;
}

/** What is given away as one: a line, or a piece of one that may be split. */
interface Unit {
  readonly line: number;
  readonly pieces: number;
  /** Places of the origins that may ship it. */
  readonly at: readonly number[];
}

/**
 * The best way of shipping and the next best after it, or `undefined` where there are too many origins, choices or lines to be
 * gone through, or where an offer's shipments depend on each other. An empty list: there is no way.
 *
 * Every set of the lines that have a choice is rated once for each origin (at most 8 × 2¹⁰ shipments); then, origin after
 * origin, the best division of each set is made of a part for that origin and the best division of the rest. Figures add up
 * over origins, so the result is the optimum, whether costs rise, fall or jump.
 */
export function bestPartitions(question: PartitionQuestion): readonly Way[] | undefined {
  const { rater, origins, lines } = question;
  if (!rater.alone || origins.length > MOST_ORIGINS) return undefined;
  const units = unitsOf(question);
  const free = units.filter(({ at }) => at.length > 1);
  if (free.length > MOST_FREE || units.some(({ at }) => at.length === 0)) return undefined;
  if (lines.length * origins.length * 2 ** free.length > MOST_RATED) return undefined;
  const fixed = origins.map((_, place) => units.filter(({ at }) => at.length === 1 && at[0] === place));
  const table = origins.map((_, place) => new Shipments(question, place, fixed[place] ?? [], free));
  const choice = new Choices(free);
  const services = servicesOf(table, choice);
  const found: Division[] = [];
  for (const service of services) found.push(...divided(question, table, choice, service));
  return distinct(found, question.sourcing).map(({ figures, masks }) => ({
    figures,
    parts: new Map(
      origins
        .map(({ code }, place) => [code, table[place]?.linesOf(masks[place] ?? 0) ?? []] as const)
        .filter(([, part]) => part.length > 0)
        .map(([code, part]) => [code, part.length === lines.length ? whole(part, lines) : part] as const),
    ),
  }));
}

/** The order's own list of lines where all of them leave from one place: it is measured already. */
function whole(part: readonly OrderLine[], lines: readonly OrderLine[]): readonly OrderLine[] {
  return part.every((line, i) => line === lines[i]) ? lines : part;
}

function unitsOf({ lines, allowed, origins, sourcing }: PartitionQuestion): Unit[] {
  const places = new Map(origins.map(({ code }, place) => [code, place]));
  const units: Unit[] = [];
  for (const [i, line] of lines.entries()) {
    const isWhole = sourcing.split !== "byPiece" || line.pinned !== undefined;
    const at: number[] = [];
    for (const { origin, pieces } of allowed[i] ?? []) {
      const place = places.get(origin);
      if (place !== undefined && pieces >= (isWhole ? line.quantity : 1)) at.push(place);
    }
    // without a choice the line is one unit; very many pieces need not be listed to see that they are too many
    const isOne = isWhole || at.length === 1;
    const count = isOne ? 1 : Math.min(line.quantity, MOST_FREE + 1);
    for (let n = 0; n < count; n++) units.push({ line: i, pieces: isOne ? line.quantity : 1, at });
  }
  return units;
}

/**
 * The units that have a choice, as sets of bits. Pieces of a line are alike: a set of them counts only as the first so many, so
 * that what two places have is never told apart by which pieces it is.
 */
class Choices {
  readonly count: number;
  /** All of them. */
  readonly all: number;
  /** By unit, the bit of the piece before it in its line; 0 for the first. */
  private readonly before: readonly number[];
  /** Whether each is a line of its own: then any set will do. */
  private readonly isWhole: boolean;
  /** By unit, what it weighs where earlier lines go before later ones, however many pieces these have. */
  private readonly weights: readonly number[];

  constructor(free: readonly Unit[]) {
    this.count = free.length;
    this.all = (1 << free.length) - 1;
    this.before = free.map(({ line }, i) => (free[i - 1]?.line === line ? 1 << (i - 1) : 0));
    this.isWhole = this.before.every((bit) => bit === 0);
    const weights: number[] = [];
    let weight = 1;
    let end = 1;
    for (let i = free.length - 1; i >= 0; i--) {
      weights[i] = weight;
      end += weight;
      // the line before this one weighs more than all pieces from here on
      if (free[i]?.line !== free[i - 1]?.line) weight = end;
    }
    this.weights = weights;
  }

  /** Whether a set has of each line its first pieces. */
  isFirst(mask: number): boolean {
    return this.isWhole || this.before.every((bit, i) => (mask & (1 << i)) === 0 || (mask & bit) === bit);
  }

  /** Whether a set has of each line pieces that follow each other: what one place has beside the places before it. */
  isRun(mask: number): boolean {
    if (this.isWhole) return true;
    let begun = 0;
    for (const [i, bit] of this.before.entries()) {
      if (bit === 0) begun = 0;
      if ((mask & (1 << i)) === 0) begun = begun === 1 ? 2 : begun;
      else if (begun === 2) return false;
      else begun = 1;
    }
    return true;
  }

  /** What a set weighs, and how far down its places stand: the less the better. */
  weigh(mask: number, place: number, places: number): { readonly bits: number; readonly order: number } {
    const weighed = { bits: 0, order: 0 };
    this.weights.forEach((weight, i) => {
      if ((mask & (1 << i)) === 0) return;
      weighed.bits += weight;
      weighed.order += place * places ** (this.count - 1 - i);
    });
    return weighed;
  }
}

/** What an origin's shipments of each set of free units cost. */
class Shipments {
  private readonly costs = new Map<number, ReadonlyMap<string, Decimal>>();
  private readonly mayHave: number;

  constructor(
    private readonly question: PartitionQuestion,
    private readonly place: number,
    private readonly fixed: readonly Unit[],
    private readonly free: readonly Unit[],
  ) {
    this.mayHave = free.reduce((mask, { at }, i) => (at.includes(place) ? mask | (1 << i) : mask), 0);
  }

  /** Whether something leaves from here even when no free unit does. */
  get isUsedAnyway(): boolean {
    return this.fixed.length > 0;
  }

  /** The lines of a set, or parts of them, in the order's order. */
  linesOf(mask: number): readonly OrderLine[] {
    const { lines } = this.question;
    const pieces = lines.map(() => 0);
    for (const unit of this.fixed) give(pieces, unit);
    for (const [i, unit] of this.free.entries()) if (mask & (1 << i)) give(pieces, unit);
    const part: OrderLine[] = [];
    for (const [i, line] of lines.entries()) {
      const own = pieces[i] ?? 0;
      if (own > 0) part.push(partOf(line, own));
    }
    return part;
  }

  /** By service, the cost of a set with what is fixed; nothing where it can't be shipped. */
  costsOf(mask: number): ReadonlyMap<string, Decimal> {
    let found = this.costs.get(mask);
    if (!found) {
      found = this.rate(mask);
      this.costs.set(mask, found);
    }
    return found;
  }

  private rate(mask: number): ReadonlyMap<string, Decimal> {
    if ((mask & this.mayHave) !== mask) return nothing;
    const { lines, allowed, origins, rater } = this.question;
    const code = origins[this.place]?.code ?? "";
    const part = this.linesOf(mask);
    if (part.length === 0 || !hasStock(part, code)) return nothing;
    const fits = part.every(({ index, quantity }) => {
      const at = lines.findIndex((line) => line.index === index);
      return quantity <= (allowed[at]?.find(({ origin }) => origin === code)?.pieces ?? 0);
    });
    if (!fits) return nothing;
    return rater.alone?.(code, part.length === lines.length ? whole(part, lines) : part) ?? nothing;
  }
}

function give(pieces: number[], { line, pieces: own }: Unit): void {
  pieces[line] = (pieces[line] ?? 0) + own;
}

const nothing: ReadonlyMap<string, Decimal> = new Map();

/** The services some shipment goes by: one without a name where each shipment takes its own. */
function servicesOf(table: readonly Shipments[], choice: Choices): string[] {
  const found = new Set<string>();
  for (const shipments of table)
    for (let mask = 0; mask <= choice.all; mask++)
      if (choice.isRun(mask)) for (const service of shipments.costsOf(mask).keys()) found.add(service);
  return [...found];
}

/** A division of the free units so far: the set each origin has. */
interface Division {
  readonly figures: Figures;
  readonly masks: readonly number[];
}

/** The two best divisions of all free units by one service. */
function divided(
  question: PartitionQuestion,
  table: readonly Shipments[],
  choice: Choices,
  service: string,
): readonly Division[] {
  const { all } = choice;
  let before: (readonly Division[])[] = [[{ figures: noFigures(question.sourcing), masks: [] }]];
  table.forEach((shipments, place) => {
    const parts = partsOf(question, shipments, place, choice, service);
    const next: (readonly Division[])[] = [];
    // of the last place only what leaves nothing over is asked for
    for (let mask = place === table.length - 1 ? all : 0; mask <= all; mask++) {
      if (!choice.isFirst(mask)) continue;
      let best: readonly Division[] = [];
      for (let part = mask; ; part = (part - 1) & mask) {
        const own = parts[part];
        if (own !== undefined)
          for (const rest of before[mask & ~part] ?? [])
            best = twoBest(best, rest, own, part, question.sourcing);
        if (part === 0) break;
      }
      next[mask] = best;
    }
    before = next;
  });
  return before[all] ?? [];
}

/** What an origin adds for each set; `undefined` where it can't ship it, `"unused"` where it ships nothing. */
function partsOf(
  { origins, sourcing }: PartitionQuestion,
  shipments: Shipments,
  place: number,
  choice: Choices,
  service: string,
): (Figures | "unused" | undefined)[] {
  const origin = origins[place];
  const found: (Figures | "unused" | undefined)[] = [];
  for (let mask = 0; mask <= choice.all; mask++) {
    const cost = choice.isRun(mask) ? shipments.costsOf(mask).get(service) : undefined;
    if (mask === 0 && !shipments.isUsedAnyway) found.push("unused");
    else if (cost && origin)
      found.push(figuresOf(origin, cost, sourcing, choice.weigh(mask, place, origins.length)));
    else found.push(undefined);
  }
  return found;
}

/** The two best with one more: what a place adds to a division of the rest. Most are no better, and are not made. */
function twoBest(
  best: readonly Division[],
  rest: Division,
  own: Figures | "unused",
  mask: number,
  sourcing: Sourcing,
): readonly Division[] {
  const [first, second] = best;
  if (second && !isBetter(rest, own, second, sourcing)) return best;
  const one = {
    figures: own === "unused" ? rest.figures : added(rest.figures, own),
    masks: [...rest.masks, mask],
  };
  if (!first) return [one];
  return isBetter(rest, own, first, sourcing) ? [one, first] : [first, one];
}

function isBetter(rest: Division, own: Figures | "unused", than: Division, sourcing: Sourcing): boolean {
  return own === "unused"
    ? compareFigures(rest.figures, than.figures, sourcing).sign < 0
    : isSumBetter(rest.figures, own, than.figures, sourcing);
}

/** The two best over all services: the same division by another service is no other way. */
function distinct(found: readonly Division[], sourcing: Sourcing): readonly Division[] {
  const sorted = [...found].sort((a, b) => compareFigures(a.figures, b.figures, sourcing).sign);
  const seen = new Set<string>();
  return sorted
    .filter(({ masks }) => {
      const key = masks.join();
      return !seen.has(key) && seen.add(key);
    })
    .slice(0, 2);
}
