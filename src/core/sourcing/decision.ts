import type { Decimal } from "../money/decimal";
import type { OrderLine } from "../parcels/order-line";
import type { Sourcing } from "../setup/offer";
import type { Assignment } from "./candidate";
import type { Difference } from "./figures";
import type { OriginSet } from "./origin-sets";

/** What decided between the assignments that were possible. */
export type DecidedBy =
  | "only"
  | "fewestShipments"
  | "lowestCost"
  | "nearest"
  | "rank"
  | "fallback"
  | "pinned";

export interface Decision {
  readonly by: DecidedBy;
  /** How many other ways of shipping were compared with it. */
  readonly others: number;
  /** Whether no way is better; else it is the best of those tried. */
  readonly proven: boolean;
  /** Where it is not proven: what no way can cost less than. */
  readonly bound?: Decimal;
}

/** The cheapest way found with a set of origins. */
export interface SetWay {
  readonly set: OriginSet;
  readonly cost: Decimal;
}

export interface Ways {
  readonly best: SetWay & { readonly assignment: Assignment };
  /** The best of the group's other sets. */
  readonly second: SetWay | undefined;
  /** Whether several assignments within the winning set worked. */
  readonly several: boolean;
}

/** What a difference of figures is called. */
export function wordOf(difference: Difference | undefined): DecidedBy {
  if (difference === undefined || difference === "ranks" || difference === "order") return "rank";
  return difference;
}

/** What told the winner from the next best: the cost, what comes after it, or (`other`) what another group has before it. */
export function decidedBy(
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
  // where the cost is no objective the first assignment of a set is taken
  if (several) return "lowestCost";
  if (!other) return "only";
  return objectives[best.set.before.findIndex((figure, i) => figure !== other.before[i])] ?? "rank";
}

/** What tells two ways between the same places apart: the first line of which more leaves the fallback origin, else ranks. */
export function lineDecidedBy(
  taken: Assignment,
  other: Assignment,
  lines: readonly OrderLine[],
  fallbackOrigin: string | undefined,
): DecidedBy {
  const atFallback = ({ shipments }: Assignment, index: number) =>
    shipments
      .filter(({ shipment }) => shipment.origin === fallbackOrigin)
      .flatMap(({ shipment }) => shipment.lines)
      .reduce((pieces, line) => (line.index === index ? pieces + line.quantity : pieces), 0);
  const isByFallback = lines.some(({ index }) => atFallback(taken, index) !== atFallback(other, index));
  return isByFallback ? "fallback" : "rank";
}
