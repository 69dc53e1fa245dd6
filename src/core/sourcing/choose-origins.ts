import type { OrderLine } from "../parcels/order-line";
import type { Sourcing } from "../setup/offer";
import { given, refused, reject, type Outcome } from "../working/reason";
import type { Assignment, LineOrigins, RateShipments, SourcingOrigin, Stop } from "./candidate";
import { stockOf } from "./line-origins";

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
  readonly by: DecidedBy;
  /** How many other assignments were possible. */
  readonly others: number;
}

/** Above this many assignments for one set of origins only the first by rank are tried. */
const MOST_ASSIGNMENTS = 2000;

interface Scored {
  readonly assignment: Assignment;
  readonly score: readonly number[];
}

/**
 * Chooses which origin ships which line, whole lines only; `origins` come in the order of rank, then code. All sets of origins are searched, smallest first; within a
 * set every assignment that uses all of it, up to 2,000 (a stated heuristic beyond: lines keep their best-ranked
 * origins). Assignments are compared objective by objective in the setup's order, then by the fallback origin, then by
 * rank, then by code. With `fewestShipments` first the search ends at the first size that works.
 */
export function chooseOrigins(
  lines: readonly OrderLine[],
  possible: readonly LineOrigins[],
  origins: readonly SourcingOrigin[],
  sourcing: Sourcing,
  rate: RateShipments,
): Outcome<Choice, Stop> {
  for (const line of possible) if (!line.ok) return refused({ rejection: line.rejection, because: () => [] });
  const allowed = possible.map((line) => (line.ok ? line.value : []));
  const search: Search = { found: [], stop: undefined, dead: new Set() };
  // most orders leave from one place: no assignments need be made for that
  for (const origin of origins) {
    if (!allowed.every((codes) => codes.includes(origin.code))) continue;
    const parts = new Map([[origin.code, lines]]);
    if (stockSuffices(parts)) tryParts(search, parts, [origin], sourcing, rate);
  }
  const enough = () => search.found.length > 0 && sourcing.objectives[0] === "fewestShipments";
  if (sourcing.split !== "never" && !enough()) {
    const byRank = origins.filter((origin) => allowed.some((codes) => codes.includes(origin.code)));
    const most = Math.min(byRank.length, lines.length);
    for (let size = 2; size <= most && !enough(); size++)
      for (const set of subsets(byRank, size)) trySet(search, lines, allowed, set, sourcing, rate);
  }
  if (search.found.length === 0)
    return refused(search.stop ?? { rejection: outOfStockTogether(lines, sourcing), because: () => [] });
  return given(best(search.found, lines, sourcing));
}

/** What a search has come to: assignments that work, the stop that tells most, origins nothing can leave from. */
interface Search {
  readonly found: Scored[];
  stop: Stop | undefined;
  readonly dead: Set<string>;
}

function trySet(
  search: Search,
  lines: readonly OrderLine[],
  allowed: readonly (readonly string[])[],
  set: readonly SourcingOrigin[],
  sourcing: Sourcing,
  rate: RateShipments,
): void {
  if (set.some((origin) => search.dead.has(origin.code))) return;
  for (const parts of assignments(lines, allowed, set))
    if (!tryParts(search, parts, set, sourcing, rate)) return;
}

/** Rates one assignment; false when an origin of the set turned out to be dead. */
function tryParts(
  search: Search,
  parts: ReadonlyMap<string, readonly OrderLine[]>,
  set: readonly SourcingOrigin[],
  sourcing: Sourcing,
  rate: RateShipments,
): boolean {
  const rated = rate(parts);
  if (rated.ok) {
    search.found.push({ assignment: rated.value, score: score(set, sourcing) });
    return true;
  }
  search.stop = worseStop(search.stop, rated.rejection);
  if (rated.rejection.dead === undefined) return true;
  search.dead.add(rated.rejection.dead);
  return false;
}

/** A stop that only lacks a common service says most: everything else worked. */
function worseStop(before: Stop | undefined, now: Stop): Stop {
  if (!before) return now;
  return now.rejection.reason === "no-common-service" && before.rejection.reason !== "no-common-service"
    ? now
    : before;
}

function outOfStockTogether(lines: readonly OrderLine[], sourcing: Sourcing) {
  const line = lines[0];
  const wanted = lines
    .filter((l) => l.item.sku === line?.item.sku)
    .reduce((total, l) => total + l.quantity, 0);
  return reject(
    "out-of-stock",
    { sku: line?.item.sku ?? "", wanted, most: 0 },
    sourcing.split === "never" ? "sourcing/split" : "origins",
  );
}

function* subsets<T>(values: readonly T[], size: number, from = 0): Generator<T[]> {
  if (size === 0) yield [];
  for (let i = from; i <= values.length - size; i++) {
    const value = values[i];
    if (value !== undefined) for (const rest of subsets(values, size - 1, i + 1)) yield [value, ...rest];
  }
}

/** Every way to give each line to one of the set's origins, with all of the set used and no stock given twice. */
function* assignments(
  lines: readonly OrderLine[],
  allowed: readonly (readonly string[])[],
  set: readonly SourcingOrigin[],
): Generator<Map<string, OrderLine[]>> {
  const choices = allowed.map((codes) =>
    set.filter((origin) => codes.includes(origin.code)).map((origin) => origin.code),
  );
  if (choices.some((list) => list.length === 0)) return;
  let yielded = 0;
  const picked: string[] = [];
  function* place(index: number): Generator<Map<string, OrderLine[]>> {
    if (yielded >= MOST_ASSIGNMENTS) return;
    if (index === lines.length) {
      const parts = group(lines, picked);
      if (parts.size !== set.length || !stockSuffices(parts)) return;
      yielded++;
      yield parts;
      return;
    }
    for (const code of choices[index] ?? []) {
      picked[index] = code;
      yield* place(index + 1);
    }
  }
  yield* place(0);
}

function group(lines: readonly OrderLine[], picked: readonly string[]): Map<string, OrderLine[]> {
  const parts = new Map<string, OrderLine[]>();
  lines.forEach((line, i) => {
    const code = picked[i] ?? "";
    const part = parts.get(code);
    if (part) part.push(line);
    else parts.set(code, [line]);
  });
  return parts;
}

function stockSuffices(parts: ReadonlyMap<string, readonly OrderLine[]>): boolean {
  for (const [origin, lines] of parts) {
    const wanted = new Map<string, number>();
    for (const line of lines) {
      if (line.pinned !== undefined) continue;
      const total = (wanted.get(line.item.sku) ?? 0) + line.quantity;
      if (total > stockOf(line, origin)) return false;
      wanted.set(line.item.sku, total);
    }
  }
  return true;
}

/** The figures of the objectives in their order, then fallback (0 when it ships) and rank; smaller is better. */
function score(set: readonly SourcingOrigin[], sourcing: Sourcing): number[] {
  const distance = set.reduce((total, origin) => total + (origin.distance ?? 0), 0);
  const rank = set.reduce((total, origin) => total + origin.rank, 0);
  const figures = { fewestShipments: set.length, lowestCost: 0, nearest: distance, rank };
  const fallback = set.some((origin) => origin.code === sourcing.fallbackOrigin) ? 0 : 1;
  return [...sourcing.objectives.map((objective) => figures[objective]), fallback, rank];
}

function compare(a: Scored, b: Scored, sourcing: Sourcing): { sign: number; by: DecidedBy } {
  const length = sourcing.objectives.length;
  for (let i = 0; i < length + 2; i++) {
    const objective = sourcing.objectives[i];
    const sign =
      objective === "lowestCost"
        ? a.assignment.cost.compare(b.assignment.cost)
        : (a.score[i] ?? 0) - (b.score[i] ?? 0);
    if (sign !== 0) return { sign, by: objective ?? (i === length ? "fallback" : "rank") };
  }
  return { sign: 0, by: "rank" };
}

function best(found: readonly Scored[], lines: readonly OrderLine[], sourcing: Sourcing): Choice {
  const [only] = found;
  if (only && found.length === 1 && lines.every((line) => line.pinned === undefined))
    return { assignment: only.assignment, by: "only", others: 0 };
  const sorted = [...found].sort(
    (a, b) => compare(a, b, sourcing).sign || codeOrder(a.assignment, b.assignment),
  );
  const [winner, second] = sorted;
  if (!winner) throw new RangeError("nothing to choose from");
  const pinned = lines.every((line) => line.pinned !== undefined);
  const by = pinned ? "pinned" : second ? compare(winner, second, sourcing).by : "only";
  return { assignment: winner.assignment, by, others: found.length - 1 };
}

function codeOrder(a: Assignment, b: Assignment): number {
  const text = (assignment: Assignment) =>
    assignment.shipments
      .map(({ shipment }) => `${shipment.origin}:${shipment.lines.map((line) => line.index).join(",")}`)
      .join("|");
  return text(a) < text(b) ? -1 : 1;
}
