import type { Decimal } from "../money/decimal";
import type { OrderLine } from "../parcels/order-line";
import type { Sourcing } from "../setup/offer";
import { given, refused, reject, type Outcome, type Rejection } from "../working/reason";
import { allFromOne, assignLines, type Found, type Search } from "./assign-lines";
import type { Assignment, LineOrigin, LineOrigins, Rater, SourcingOrigin, Stop } from "./candidate";
import { isWithin, OriginSets, type OriginSet } from "./origin-sets";
import { sharesOf } from "./shares";

/** What decided between the assignments that were possible. */
export type DecidedBy =
  | "only"
  | "fewestShipments"
  | "lowestCost"
  | "nearest"
  | "rank"
  | "fallback"
  | "pinned";

export interface Choice {
  readonly assignment: Assignment;
  /** Worked out when asked for: only a working tells it. */
  readonly decision: () => Decision;
}

export interface Decision {
  readonly by: DecidedBy;
  /** How many other ways of shipping were compared with it. */
  readonly others: number;
}

/** What sourcing chooses from: the same for every offer of a quote. */
export interface SourcingQuestion {
  readonly lines: readonly OrderLine[];
  /** Set when some line can be shipped from nowhere. */
  readonly refusal: Rejection | undefined;
  readonly sets: OriginSets;
  readonly sourcing: Sourcing;
}

export function sourcingQuestion(
  lines: readonly OrderLine[],
  possible: readonly LineOrigins[],
  origins: readonly SourcingOrigin[],
  sourcing: Sourcing,
): SourcingQuestion {
  let refusal: Rejection | undefined;
  const allowed: (readonly LineOrigin[])[] = [];
  for (const line of possible) {
    if (line.ok) allowed.push(line.value);
    else refusal ??= line.rejection;
  }
  return { lines, refusal, sets: new OriginSets(lines, allowed, origins, sourcing), sourcing };
}

/** Assignments rated, or parts of them bounded, for one offer before the best so far is taken for the answer. */
const MOST_TRIED = 10_000;

const noReasons = () => [];

/**
 * Chooses which origin ships which line, or which of its pieces, for an offer that leaves from certain origins
 * (`undefined`: from all). Assignments are compared objective by objective in the setup's order, then by using the
 * fallback origin, then by rank, then by code; within one set of origins earlier lines take the better-ranked origin.
 *
 * Sets of origins are searched in that order, so that only sets equal in all that comes before the cost are compared by
 * it; within them the cheapest assignment is found by branch and bound. The answer is the optimum for up to 8 origins
 * and 40 lines. It is a heuristic (the best of those tried) above 8 useful origins, of which only those no line can do
 * without and the best-ranked are combined; above 40 lines, which are given away greedily; when 10,000 assignments, or parts of them, were tried without an end; and
 * for a line of which pieces could be divided in more than 60 ways.
 */
export function chooseOrigins(
  question: SourcingQuestion,
  leavesFrom: ReadonlySet<string> | undefined,
  rater: Rater,
): Outcome<Choice, Stop> {
  const { lines, refusal, sets, sourcing } = question;
  if (refusal) return refused({ rejection: refusal, because: noReasons });
  // an offer that leaves from nowhere a line is tells why, service by service
  const within =
    leavesFrom && sets.allowed.every((list) => list.some(({ origin }) => leavesFrom.has(origin)));
  const from = within ? leavesFrom : undefined;
  const search: Search = { rater, left: MOST_TRIED, worked: 0, stop: undefined, dead: new Set() };
  let failed = false;
  for (let n = 0; ; n++) {
    const group = sets.group(n);
    if (!group) break;
    const ways = bestOfGroup(search, question, group, from);
    failed ||= !ways;
    if (!ways) continue;
    const decision = () => ({
      by: lines.every((line) => line.pinned !== undefined)
        ? ("pinned" as const)
        : decidedBy(ways, failed ? undefined : nextSet(sets, n, from), sourcing.objectives),
      others: search.worked - 1,
    });
    return given({ assignment: ways.best.assignment, decision });
  }
  return refused(search.stop ?? { rejection: outOfStockTogether(lines, sourcing), because: noReasons });
}

/** The first set after a group. */
function nextSet(sets: OriginSets, n: number, from: ReadonlySet<string> | undefined): OriginSet | undefined {
  for (let next = n + 1; ; next++) {
    const group = sets.group(next);
    if (!group) return undefined;
    const set = group.find((one) => isWithin(one, from));
    if (set) return set;
  }
}

/** The cheapest way found with a set of origins. */
interface Way {
  readonly set: OriginSet;
  readonly cost: Decimal;
}

interface Ways {
  readonly best: Way & { readonly assignment: Assignment };
  /** The best of the group's other sets. */
  readonly second: Way | undefined;
  /** Whether several assignments within the winning set worked. */
  readonly several: boolean;
}

/** The best assignment over sets that are equal in all objectives before the cost; they come in the order of the rest. */
function bestOfGroup(
  search: Search,
  question: SourcingQuestion,
  group: readonly OriginSet[],
  from: ReadonlySet<string> | undefined,
): Ways | undefined {
  const anyCost = !question.sourcing.objectives.includes("lowestCost");
  let best: Ways["best"] | undefined;
  let second: Way | undefined;
  let several = false;
  for (const set of group) {
    if (search.left < 1 || (anyCost && best && second)) break;
    if (!isWithin(set, from) || (search.dead.size > 0 && hasDead(search, set))) continue;
    const before = search.worked;
    const found = bestOfSet(search, question, set.origins, best?.cost, anyCost);
    const way = found.cheapest && { set, cost: found.cheapest };
    if (found.best && (!best || !anyCost)) {
      second = best;
      best = { set, cost: found.best.cost, assignment: found.best };
      several = search.worked - before > 1;
    } else if (way && (!second || way.cost.lessThan(second.cost))) second = way;
  }
  return best && { best, second, several };
}

function hasDead({ dead }: Search, { origins }: OriginSet): boolean {
  return origins.some(({ code }) => dead.has(code));
}

function bestOfSet(
  search: Search,
  { lines, sets, sourcing }: SourcingQuestion,
  set: readonly SourcingOrigin[],
  under: Decimal | undefined,
  anyCost: boolean,
): Found {
  const [only] = set;
  if (only && set.length === 1) return allFromOne(search, lines, only, under);
  const byPiece = sourcing.split === "byPiece";
  const shares = lines.map((line, i) => sharesOf(line, sets.allowed[i] ?? [], set, byPiece));
  return assignLines(search, { lines, shares, set, under, anyCost });
}

/** What told the winner from the next best: the cost, what comes after it, or (`other`) what another group has before it. */
function decidedBy(
  { best, second, several }: Ways,
  other: OriginSet | undefined,
  objectives: Sourcing["objectives"],
): DecidedBy {
  const cost = objectives.indexOf("lowestCost");
  const after: readonly DecidedBy[] = [
    ...objectives.slice(cost < 0 ? objectives.length : cost + 1),
    "fallback",
  ];
  if (second) {
    if (cost >= 0 && !second.cost.equals(best.cost)) return "lowestCost";
    return after[best.set.after.findIndex((figure, i) => figure !== second.set.after[i])] ?? "rank";
  }
  if (several) return cost >= 0 ? "lowestCost" : "rank";
  if (!other) return "only";
  return objectives[best.set.before.findIndex((figure, i) => figure !== other.before[i])] ?? "rank";
}

function outOfStockTogether(lines: readonly OrderLine[], sourcing: Sourcing) {
  const [line] = lines;
  const sku = line?.item.sku ?? "";
  let wanted = 0;
  for (const other of lines) if (other.item.sku === sku) wanted += other.quantity;
  return reject(
    "out-of-stock",
    { sku, wanted, most: 0 },
    sourcing.split === "never" ? "sourcing/split" : "origins",
  );
}
