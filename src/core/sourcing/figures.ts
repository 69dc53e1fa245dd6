import { Decimal } from "../money/decimal";
import type { Sourcing } from "../setup/offer";
import type { SourcingOrigin } from "./candidate";
import { UNKNOWN_DISTANCE } from "./origin-sets";

/**
 * What ways of shipping are compared by: the objectives in their order, then what leaves from the fallback origin (the
 * earlier lines first, as large a number as any), then the ranks of the origins that ship, then the ranks line by line.
 * All of it adds up over origins, so that the best of a whole is made of the best of its parts.
 */
export interface Figures {
  readonly cost: Decimal;
  /** By objective, with 0 where the cost stands; smaller is better. */
  readonly objectives: readonly number[];
  readonly atFallback: number;
  readonly ranks: number;
  readonly order: number;
}

/** What one origin adds by shipping something. */
export function figuresOf(
  origin: SourcingOrigin,
  cost: Decimal,
  { objectives, fallbackOrigin }: Sourcing,
  weights: { readonly bits: number; readonly order: number },
): Figures {
  const figures = {
    fewestShipments: 1,
    nearest: origin.distance ?? UNKNOWN_DISTANCE,
    rank: origin.rank,
    lowestCost: 0,
  };
  return {
    cost,
    objectives: objectives.map((objective) => figures[objective]),
    atFallback: origin.code === fallbackOrigin ? weights.bits : 0,
    ranks: origin.rank,
    order: weights.order,
  };
}

export const noFigures = ({ objectives }: Sourcing): Figures => ({
  cost: Decimal.zero,
  objectives: objectives.map(() => 0),
  atFallback: 0,
  ranks: 0,
  order: 0,
});

export function added(a: Figures, b: Figures): Figures {
  return {
    cost: a.cost.plus(b.cost),
    objectives: a.objectives.map((figure, i) => figure + (b.objectives[i] ?? 0)),
    atFallback: a.atFallback + b.atFallback,
    ranks: a.ranks + b.ranks,
    order: a.order + b.order,
  };
}

/** What tells two ways of shipping apart: an objective, or what comes when none does. */
export type Difference = Sourcing["objectives"][number] | "fallback" | "ranks" | "order";

/** Below 0 when the first is better, 0 when nothing tells them apart; with what decides. */
export function compareFigures(
  a: Figures,
  b: Figures,
  { objectives }: Sourcing,
): { readonly sign: number; readonly by: Difference | undefined } {
  for (const [i, objective] of objectives.entries()) {
    const sign =
      objective === "lowestCost" ? a.cost.compare(b.cost) : (a.objectives[i] ?? 0) - (b.objectives[i] ?? 0);
    if (sign !== 0) return { sign, by: objective };
  }
  if (a.atFallback !== b.atFallback) return { sign: b.atFallback - a.atFallback, by: "fallback" };
  if (a.ranks !== b.ranks) return { sign: a.ranks - b.ranks, by: "ranks" };
  return { sign: a.order - b.order, by: a.order === b.order ? undefined : "order" };
}

/** Whether two figures added up are better than a third: as {@link added} and {@link compareFigures} say, without making the sum. */
export function isSumBetter(a: Figures, b: Figures, than: Figures, { objectives }: Sourcing): boolean {
  for (let i = 0; i < objectives.length; i++) {
    const sign =
      objectives[i] === "lowestCost"
        ? a.cost.plus(b.cost).compare(than.cost)
        : (a.objectives[i] ?? 0) + (b.objectives[i] ?? 0) - (than.objectives[i] ?? 0);
    if (sign !== 0) return sign < 0;
  }
  const atFallback = a.atFallback + b.atFallback;
  if (atFallback !== than.atFallback) return atFallback > than.atFallback;
  const ranks = a.ranks + b.ranks;
  if (ranks !== than.ranks) return ranks < than.ranks;
  return a.order + b.order < than.order;
}
