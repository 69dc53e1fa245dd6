import { Decimal } from "../money/decimal";
import type { OrderLine } from "../parcels/order-line";
import type { Sourcing } from "../setup/offer";
import { given, refused, reject, type Outcome, type Rejection } from "../working/reason";
import {
  allFromOne,
  assignLines,
  hasStock,
  MOST_LINES,
  rateParts,
  type Found,
  type Search,
} from "./assign-lines";
import { bestPartitions, type PartitionQuestion, type Way } from "./best-partition";
import type { Assignment, LineOrigin, LineOrigins, Parts, Rater, SourcingOrigin, Stop } from "./candidate";
import { decidedBy, lineDecidedBy, wordOf, type Decision, type SetWay, type Ways } from "./decision";
import { added, compareFigures, figuresOf, noFigures, type Figures } from "./figures";
import { improve, type Improved } from "./improve";
import { stockOf, takesStock } from "./line-origins";
import { isWithin, MOST_COMBINED, OriginSets, type OriginSet } from "./origin-sets";
import { isDividedFully, sharesOf } from "./shares";

export interface Choice {
  readonly assignment: Assignment;
  /** Worked out when asked for: only a working tells it. */
  readonly decision: () => Decision;
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

const begun = (rater: Rater): Search => ({
  rater,
  left: MOST_TRIED,
  worked: 0,
  stop: undefined,
  dead: new Set(),
});

/**
 * Chooses which origin ships which line, or which of its pieces, for an offer that leaves from certain origins
 * (`undefined`: from all). Assignments are compared objective by objective in the setup's order, then by what leaves from the
 * fallback origin, the earlier lines first, then by rank.
 *
 * Proven best: all from one place where fewer shipments come first; otherwise up to 8 origins and 10 lines (or pieces) that
 * have a choice, whatever the tables look like (`bestPartitions`); and whatever the search by sets of origins came to an end
 * with. Beyond, that search's answer is improved (`improve`), and the decision tells how many ways were tried and what none
 * can cost less than.
 */
export function chooseOrigins(
  question: SourcingQuestion,
  leavesFrom: ReadonlySet<string> | undefined,
  rater: Rater,
): Outcome<Choice, Stop> {
  const { refusal, sets, sourcing } = question;
  if (refusal) return refused({ rejection: refusal, because: noReasons });
  // an offer that leaves from nowhere a line is tells why, service by service
  const within =
    leavesFrom && sets.allowed.every((list) => list.some(({ origin }) => leavesFrom.has(origin)));
  const from = within ? leavesFrom : undefined;
  const search = begun(rater);
  const isNever = sourcing.split === "never";
  if (isNever && question.lines.some(({ pinned }) => pinned !== undefined))
    return pinsAndOne(question, from, search);
  const isSingleFirst = isNever || sourcing.objectives[0] === "fewestShipments";
  const single = isSingleFirst ? searched(search, question, from, 1) : undefined;
  const isOver = isNever || (isSingleFirst && !mayBeDivided(question, from, search));
  const found = single ?? (isOver ? undefined : dividedUp(question, from, search));
  if (found) return given(found);
  // what a restriction to its origins leaves nothing of is told by its services
  if (from && !search.stop) return chooseOrigins(question, undefined, rater);
  return untried(search, question, from);
}

/** Why nothing was found: where no way was rated because none can come to anything, what the first of them lacks. */
function untried(
  search: Search,
  question: SourcingQuestion,
  from: ReadonlySet<string> | undefined,
): Outcome<Choice, Stop> {
  const parts = search.stop ? undefined : heldParts(question, from);
  if (parts) rateParts(search, parts);
  return refused(search.stop ?? { rejection: lacking(question), because: noReasons });
}

/** A way for which all places have what it takes, whether an offer's services take it or not. */
function heldParts(question: SourcingQuestion, from: ReadonlySet<string> | undefined): Parts | undefined {
  let held: Parts | undefined;
  const willing: Rater = {
    rate: (parts) => {
      held ??= parts;
      return given({ shipments: [], cost: Decimal.zero });
    },
    least: () => Decimal.zero,
  };
  searched(begun(willing), question, from);
  return held;
}

/**
 * Whether dividing can help an order that no place ships alone: there is something to divide, and each line can leave from
 * some place by itself, or with more. Where it is known why the whole can't, what one line lacks says no more.
 */
function mayBeDivided(
  { lines, sets, sourcing }: SourcingQuestion,
  from: ReadonlySet<string> | undefined,
  { rater, dead, stop }: Search,
): boolean {
  if (sets.most < 2) return false;
  const isOpen = (code: string) => (!from || from.has(code)) && !dead.has(code);
  if (!sets.useful.some(({ code }) => isOpen(code))) return false;
  // pieces of a line may pass where the line does not
  if (!stop || sourcing.split === "byPiece") return true;
  return lines.every((line, i) =>
    sets.allowed[i]?.some(({ origin }) => isOpen(origin) && rater.least(origin, [line]) !== "never"),
  );
}

/** The best way of shipping from several origins, proven where it can be. */
function dividedUp(
  question: SourcingQuestion,
  from: ReadonlySet<string> | undefined,
  search: Search,
): Choice | undefined {
  const partition = partitionOf(question, from, search);
  const ways = bestPartitions(partition);
  const best = ways && provenChoice(ways, partition, search);
  if (best) return best;
  // where there is no way the search by sets tells why
  const found = searched(search, question, from);
  const isAll = ways !== undefined || (search.left > 0 && isGoneThrough(question));
  const better = isAll ? undefined : improve(partition, found && partsOfChoice(found));
  return better ? improvedChoice(better, found) : found;
}

const noReasons = () => [];

function partitionOf(
  { lines, sets, sourcing }: SourcingQuestion,
  from: ReadonlySet<string> | undefined,
  { rater, dead }: Search,
): PartitionQuestion {
  const isIn = (code: string) => (!from || from.has(code)) && !dead.has(code);
  const isAll = !from && dead.size === 0;
  return {
    lines,
    allowed: isAll ? sets.allowed : sets.allowed.map((list) => list.filter(({ origin }) => isIn(origin))),
    origins: isAll ? sets.useful : sets.useful.filter(({ code }) => isIn(code)),
    sourcing,
    rater,
  };
}

/** The best of all divisions, with what told it from the next best. */
function provenChoice(
  [best, second]: readonly Way[],
  { rater, allowed, sourcing, lines }: PartitionQuestion,
  search: Search,
): Choice | undefined {
  if (!best) return undefined;
  const rated = rater.rate(best.parts);
  if (!rated.ok) return undefined;
  const isPinned = lines.every((line) => line.pinned !== undefined);
  const by = second ? wordOf(compareFigures(best.figures, second.figures, sourcing).by) : "only";
  const ways = allowed.reduce((all, list) => Math.min(MOST_TOLD, all * list.length), 1);
  const decision = (): Decision => ({
    by: isPinned ? "pinned" : by,
    others: second ? Math.max(search.worked, ways - 1) : 0,
    proven: true,
  });
  return { assignment: rated.value, decision };
}

/** More other ways than this are told as this many. */
const MOST_TOLD = 1_000_000;

function partsOfChoice({ assignment }: Choice): Parts {
  return new Map(assignment.shipments.map(({ shipment }) => [shipment.origin, shipment.lines]));
}

function improvedChoice({ assignment, tried, bound }: Improved, before: Choice | undefined): Choice {
  return {
    assignment,
    decision: () => ({ by: before?.decision().by ?? "lowestCost", others: tried, proven: false, bound }),
  };
}

/** Pinned lines go where a person said, all others together from one origin. */
function pinsAndOne(
  question: SourcingQuestion,
  from: ReadonlySet<string> | undefined,
  search: Search,
): Outcome<Choice, Stop> {
  const { lines, sets, sourcing } = question;
  const free = lines.filter(({ pinned }) => pinned === undefined);
  const able = sets.useful.filter(
    ({ code }) =>
      (!from || from.has(code)) &&
      lines.every(
        (line, i) => line.pinned !== undefined || sets.allowed[i]?.some(({ origin }) => origin === code),
      ) &&
      hasStock(free, code),
  );
  const ways = (free.length === 0 ? [undefined] : able).flatMap((origin): PinnedWay[] => {
    const parts = new Map<string, OrderLine[]>();
    for (const line of lines) {
      const code = line.pinned ?? origin?.code ?? "";
      parts.set(code, [...(parts.get(code) ?? []), line]);
    }
    const assignment = rateParts(search, parts);
    if (!assignment) return [];
    const used = sets.useful.filter(({ code }) => parts.has(code));
    const figures = used
      .map((one) =>
        figuresOf(one, Decimal.zero, sourcing, { bits: one.code === origin?.code ? 1 : 0, order: 0 }),
      )
      .reduce(added, noFigures(sourcing));
    return [{ assignment, figures: { ...figures, cost: assignment.cost } }];
  });
  ways.sort((a, b) => compareFigures(a.figures, b.figures, sourcing).sign);
  const [best, second] = ways;
  if (!best) return refused(search.stop ?? { rejection: lacking(question), because: noReasons });
  const by = second ? wordOf(compareFigures(best.figures, second.figures, sourcing).by) : "pinned";
  return given({
    assignment: best.assignment,
    decision: () => ({ by, others: ways.length - 1, proven: true }),
  });
}

interface PinnedWay {
  readonly assignment: Assignment;
  readonly figures: Figures;
}

/** The best of the sets of origins, up to so many origins together; nothing where none of them works. */
function searched(
  search: Search,
  question: SourcingQuestion,
  from: ReadonlySet<string> | undefined,
  most = Number.POSITIVE_INFINITY,
): Choice | undefined {
  const { lines, sets, sourcing } = question;
  let failed = false;
  for (let n = 0; ; n++) {
    const group = sets.group(n);
    if (!group || (group[0]?.origins.length ?? 0) > most) return undefined;
    const ways = bestOfGroup(search, question, group, from);
    failed ||= !ways;
    if (!ways) continue;
    const isProven = search.left > 0 && (most === 1 || isGoneThrough(question));
    const decision = (): Decision => {
      const others = search.worked - 1;
      if (lines.every((line) => line.pinned !== undefined)) return { by: "pinned", others, proven: isProven };
      const by = decidedBy(ways, failed ? undefined : nextSet(sets, n, from), sourcing.objectives);
      const other = by === "only" ? otherInSet(search, question, ways.best) : undefined;
      return other
        ? {
            by: lineDecidedBy(ways.best.assignment, other, lines, sourcing.fallbackOrigin),
            others: others + 1,
            proven: isProven,
          }
        : { by, others, proven: isProven };
    };
    return { assignment: ways.best.assignment, decision };
  }
}

/** The next way of sharing the order between the places of the one that was taken, where the first that works is. */
function otherInSet(
  { rater }: Search,
  question: SourcingQuestion,
  { set, assignment }: Ways["best"],
): Assignment | undefined {
  const taken = keyOf(new Map(assignment.shipments.map(({ shipment }) => [shipment.origin, shipment.lines])));
  const others: Rater = {
    rate: (parts) =>
      keyOf(parts) === taken
        ? refused({ rejection: lacking(question), because: noReasons })
        : rater.rate(parts),
    least: (origin, lines) => rater.least(origin, lines),
  };
  const search = begun(others);
  return bestOfSet(search, question, set.origins, undefined, true).best;
}

/** The pieces of each line by origin, as text that is the same for the same way. */
function keyOf(parts: Parts): string {
  return [...parts]
    .map(([origin, lines]) => `${origin}:${lines.map((line) => `${line.index}x${line.quantity}`).join()}`)
    .sort()
    .join(" ");
}

/** Whether the search by sets looks at every way there is, as long as it is not stopped. */
function isGoneThrough({ lines, sets, sourcing }: SourcingQuestion): boolean {
  if (lines.length > MOST_LINES || sets.useful.length > MOST_COMBINED) return false;
  if (sourcing.split !== "byPiece") return true;
  return lines.every((line, i) => isDividedFully(line, sets.allowed[i] ?? []));
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

/** The best assignment over sets that are equal in all objectives before the cost; they come in the order of the rest. */
function bestOfGroup(
  search: Search,
  question: SourcingQuestion,
  group: readonly OriginSet[],
  from: ReadonlySet<string> | undefined,
): Ways | undefined {
  const anyCost = !question.sourcing.objectives.includes("lowestCost");
  let best: Ways["best"] | undefined;
  let second: SetWay | undefined;
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
  const shares = lines.map((line, i) =>
    sharesOf(line, sets.allowed[i] ?? [], set, byPiece, sourcing.fallbackOrigin),
  );
  return assignLines(search, { lines, shares, set, under, anyCost });
}

/** What lacks where each line could be shipped, but not all of them together. */
function lacking({ lines, sets, sourcing }: SourcingQuestion): Rejection {
  const short = sharedOut(lines) ?? apart(lines, sets);
  return reject("out-of-stock", short, sourcing.split === "never" ? "sourcing/split" : "origins");
}

/** The first item whose lines want more than all origins have. */
function sharedOut(lines: readonly OrderLine[]) {
  const wanted = new Map<string, number>();
  for (const line of lines)
    if (takesStock(line)) wanted.set(line.item.sku, (wanted.get(line.item.sku) ?? 0) + line.quantity);
  for (const { item } of lines) {
    const most = [...(item.stock?.values() ?? [])].reduce((total, pieces) => total + pieces, 0);
    const own = wanted.get(item.sku) ?? 0;
    if (item.stock && own > most) return { sku: item.sku, wanted: own, most };
  }
  return undefined;
}

/** The first line that the origin with most of the others does not have. */
function apart(lines: readonly OrderLine[], { useful, allowed }: OriginSets) {
  const has = (code: string, i: number) => allowed[i]?.some(({ origin }) => origin === code) === true;
  const count = (code: string) => lines.filter((_, i) => has(code, i)).length;
  const [best] = [...useful].sort((a, b) => count(b.code) - count(a.code) || a.rank - b.rank);
  const line = lines.find((_, i) => best && !has(best.code, i)) ?? lines[0];
  return {
    sku: line?.item.sku ?? "",
    wanted: line?.quantity ?? 0,
    most: line && best ? Math.min(stockOf(line, best.code), line.quantity) : 0,
  };
}
