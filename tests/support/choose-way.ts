import type { OrderLine } from "@/core/parcels/order-line";
import type { Sourcing } from "@/core/setup/offer";
import type { LineOrigins, Rater } from "@/core/sourcing/candidate";
import { chooseOrigins, sourcingQuestion } from "@/core/sourcing/choose-origins";
import { placesOf, raterOf, shown, traced, wholly, type CostOf } from "./sourcing";

const places = placesOf(["A", "B", "C"], (at) => [300, 100, 200][at] ?? 0);
export const costs: Record<string, number> = { A: 5, B: 9, C: 7 };
export const perShipment: CostOf = (origin, part) => (costs[origin] ?? 0) + part.length;
export const anywhere = ["A", "B", "C"];

export interface Asked {
  readonly lines: readonly OrderLine[];
  readonly allowed: readonly LineOrigins[] | readonly (readonly string[])[];
  readonly how: Sourcing;
  readonly rater?: Rater;
  readonly from?: readonly string[];
}

/** The way that is chosen with what decided, and everything that was rated; or why there is none. */
export function choose({ lines, allowed, how, rater = raterOf(perShipment, true), from }: Asked) {
  const isNamed = (list: Asked["allowed"]): list is readonly (readonly string[])[] => Array.isArray(list[0]);
  const possible = isNamed(allowed) ? wholly(lines, allowed) : allowed;
  const { rater: told, rated } = traced(rater);
  const result = chooseOrigins(sourcingQuestion(lines, possible, places, how), from && new Set(from), told);
  if (!result.ok) return { refused: result.rejection.rejection, rated };
  const { assignment, decision } = result.value;
  const { bound, ...decided } = decision();
  const way = shown(new Map(assignment.shipments.map(({ shipment: s }) => [s.origin, s.lines])));
  return { way, ...decided, ...(bound ? { bound: bound.toString() } : {}), rated };
}
