import { Decimal } from "../money/decimal";
import { partOf, type OrderLine } from "../parcels/order-line";
import type { Assignment, Parts, Rater, SourcingOrigin, Stop } from "./candidate";
import type { Share } from "./shares";
import { greedyAssignments } from "./assign-greedily";
import { stockOf, takesStock } from "./line-origins";

/** What a search has come to, over all sets of origins. */
export interface Search {
  readonly rater: Rater;
  /** Assignments that may still be rated, or parts of them bounded; below 1 the search ends with the best it has. */
  left: number;
  /** How many ways of shipping worked. */
  worked: number;
  /** Of the stops met the one that tells most. */
  stop: Stop | undefined;
  /** Origins from which nothing can leave, whichever the lines. */
  readonly dead: Set<string>;
}

/** Orders of more lines are given away greedily. */
export const MOST_LINES = 40;

/** Below so many leaves a set is simply gone through: working out bounds would cost more. */
const FEW = 12;

/** What is given to a set of origins. */
export interface AssignmentQuestion {
  readonly lines: readonly OrderLine[];
  /** By line: how its pieces may be divided among the set, the preferred first. */
  readonly shares: readonly (readonly Share[])[];
  readonly set: readonly SourcingOrigin[];
  /** Only ways cheaper than this count. */
  readonly under: Decimal | undefined;
  /** Whether the first way that works is as good as any. */
  readonly anyCost: boolean;
}

/**
 * The cheapest way of giving lines to origins so that every origin of the set ships something; of equally cheap ones the
 * one whose earlier lines take their preferred share.
 *
 * Depth first in the order of preference. A branch is left when its shipments so far can't be had for less than the best
 * found: cut off by `Rater.least`, which never says more than the truth, so that what is found is the optimum unless
 * `Search.left` runs out. More than 40 lines are given away greedily instead.
 */
export function assignLines(search: Search, question: AssignmentQuestion): Found {
  if (question.lines.length > MOST_LINES) return bestGreedily(search, question);
  const descent = new Descent(search, question);
  descent.place(0);
  return descent;
}

function bestGreedily(search: Search, { lines, shares, set, under, anyCost }: AssignmentQuestion): Found {
  let best: Assignment | undefined;
  let cheapest: Decimal | undefined;
  for (const parts of greedyAssignments(lines, shares, set)) {
    if (search.left < 1 || (anyCost && best)) break;
    const assignment = rateParts(search, parts);
    if (!assignment) continue;
    const { cost } = assignment;
    if (!cheapest || cost.lessThan(cheapest)) cheapest = cost;
    const limit = best?.cost ?? under;
    if (!limit || cost.lessThan(limit)) best = assignment;
  }
  return { best, cheapest };
}

/** What a set of origins came to. */
export interface Found {
  readonly best: Assignment | undefined;
  /** The lowest cost met, whether or not it counted. */
  readonly cheapest: Decimal | undefined;
}

const nothing: Found = { best: undefined, cheapest: undefined };

/** What most orders come to: all of them from one place. */
export function allFromOne(
  search: Search,
  lines: readonly OrderLine[],
  { code }: SourcingOrigin,
  under: Decimal | undefined,
): Found {
  if (!hasStock(lines, code)) return nothing;
  const best = rateParts(search, new Map([[code, lines]]));
  if (!best) return nothing;
  return { best: !under || best.cost.lessThan(under) ? best : undefined, cheapest: best.cost };
}

/** Lines of one item share its stock. */
export function hasStock(lines: readonly OrderLine[], origin: string): boolean {
  const wanted = new Map<string, number>();
  for (const line of lines) {
    if (!takesStock(line)) continue;
    const pieces = (wanted.get(line.item.sku) ?? 0) + line.quantity;
    if (pieces > stockOf(line, origin)) return false;
    wanted.set(line.item.sku, pieces);
  }
  return true;
}

export function rateParts(search: Search, parts: Parts): Assignment | undefined {
  search.left--;
  const rated = search.rater.rate(parts);
  if (rated.ok) {
    search.worked++;
    return rated.value;
  }
  search.stop = worse(search.stop, rated.rejection);
  if (rated.rejection.dead !== undefined) search.dead.add(rated.rejection.dead);
  return undefined;
}

class Descent {
  best: Assignment | undefined;
  cheapest: Decimal | undefined;
  /** What each origin of the set ships so far. */
  private readonly parts: OrderLine[][];
  private readonly isBounded: boolean;

  constructor(
    private readonly search: Search,
    private readonly question: AssignmentQuestion,
  ) {
    this.parts = question.set.map(() => []);
    this.isBounded =
      question.shares.reduce((leaves, list) => Math.min(FEW + 1, leaves * list.length), 1) > FEW;
  }

  /** Gives the lines from this one on in every way worth trying. */
  place(index: number): void {
    const { lines, shares, set } = this.question;
    const line = lines[index];
    if (!line) return this.rate();
    for (const share of shares[index] ?? []) {
      if (this.isOver()) return;
      if (!fits(line, share, this.parts, set)) continue;
      this.give(line, share);
      if (canUseAll(this.parts, shares, index + 1) && !this.isCut()) this.place(index + 1);
      this.takeBack(share);
    }
  }

  private give(line: OrderLine, share: Share): void {
    share.forEach((pieces, i) => {
      if (pieces > 0) this.parts[i]?.push(partOf(line, pieces));
    });
  }

  private takeBack(share: Share): void {
    share.forEach((pieces, i) => {
      if (pieces > 0) this.parts[i]?.pop();
    });
  }

  /** Every origin of the set has something by now: {@link canUseAll}. */
  private rate(): void {
    const { search, parts, question } = this;
    const assignment = rateParts(
      search,
      new Map(question.set.map((origin, i) => [origin.code, [...(parts[i] ?? [])]])),
    );
    if (!assignment) return;
    const { cost } = assignment;
    if (!this.cheapest || cost.lessThan(this.cheapest)) this.cheapest = cost;
    if (!this.limit || cost.lessThan(this.limit)) this.best = assignment;
  }

  private get limit(): Decimal | undefined {
    return this.best?.cost ?? this.question.under;
  }

  private isCut(): boolean {
    if (!this.isBounded) return false;
    this.search.left--;
    let cost = Decimal.zero;
    for (const [i, { code }] of this.question.set.entries()) {
      const part = this.parts[i] ?? [];
      if (part.length === 0) continue;
      const least = this.search.rater.least(code, [...part]);
      if (least === "never") return true;
      cost = cost.plus(least);
    }
    return this.limit !== undefined && !cost.lessThan(this.limit);
  }

  private isOver(): boolean {
    const { search, question } = this;
    return (
      search.left < 1 ||
      (question.anyCost && this.best !== undefined) ||
      question.set.some(({ code }) => search.dead.has(code))
    );
  }
}

/** Lines of one item share its stock. */
function fits(
  line: OrderLine,
  share: Share,
  parts: readonly (readonly OrderLine[])[],
  set: readonly SourcingOrigin[],
): boolean {
  if (!takesStock(line)) return true;
  return share.every((pieces, i) => {
    if (pieces === 0) return true;
    let taken = pieces;
    for (const other of parts[i] ?? [])
      if (takesStock(other) && other.item.sku === line.item.sku) taken += other.quantity;
    return taken <= stockOf(line, set[i]?.code ?? "");
  });
}

/** Whether the lines to come can still give something to every origin that has nothing yet. */
function canUseAll(
  parts: readonly (readonly OrderLine[])[],
  shares: readonly (readonly Share[])[],
  from: number,
): boolean {
  return parts.every((part, i) => {
    if (part.length > 0) return true;
    for (let line = from; line < shares.length; line++)
      if (shares[line]?.some((share) => (share[i] ?? 0) > 0)) return true;
    return false;
  });
}

/** A stop that only lacks a common service says most: everything else worked. */
function worse(before: Stop | undefined, now: Stop): Stop {
  if (!before) return now;
  return now.rejection.reason === "no-common-service" && before.rejection.reason !== "no-common-service"
    ? now
    : before;
}
