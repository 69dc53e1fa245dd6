import { Decimal } from "../money/decimal";
import type { Moved, Replayed } from "./replay";

/** How many orders moved by how much: more than `over` (`null`: any less) up to and including `upTo` (`null`: any more). */
export interface SpreadStep {
  readonly over: string | null;
  readonly upTo: string | null;
  readonly orders: number;
}

/** An order that is among those that moved most. */
export interface MovedOrder extends Moved {
  readonly index: number;
}

export interface Spread {
  readonly charge: readonly SpreadStep[];
  readonly margin: readonly SpreadStep[];
  /** Orders that are given an offer less, or one more. */
  readonly lost: number;
  readonly gained: number;
  /** Orders whose own offer is promised for a later, or an earlier, day; absent in what was kept before it was counted. */
  readonly later?: number;
  readonly sooner?: number;
  /** By margin, the worst first; of equal ones the earlier. */
  readonly worst: readonly MovedOrder[];
  /** By margin, the best first. */
  readonly best: readonly MovedOrder[];
  /** Orders that could not be rated under one of the two. */
  readonly unrated: number;
}

/** Up to and including; the steps lie between them. Orders that did not move at all have no step. */
const EDGES = ["-20", "-10", "-5", "-2", "-1", "-0.5", "0", "0.5", "1", "2", "5", "10", "20"];
const edges = EDGES.map((edge) => Decimal.of(edge));
const MOST_SHOWN = 20;

/** Collects by how much orders moved, as they come. */
export class SpreadCounter {
  private readonly charge = new Array<number>(EDGES.length + 1).fill(0);
  private readonly margin = new Array<number>(EDGES.length + 1).fill(0);
  private worst: MovedOrder[] = [];
  private best: MovedOrder[] = [];
  private lost = 0;
  private gained = 0;
  private later = 0;
  private sooner = 0;
  private unrated = 0;

  add(replayed: Replayed): void {
    if ("problems" in replayed) {
      this.unrated++;
      return;
    }
    const { index, difference, moved } = replayed;
    if (difference && difference.lost.length > 0) this.lost++;
    if (difference && difference.gained.length > 0) this.gained++;
    if (!moved) return;
    if (moved.promise === "later") this.later++;
    if (moved.promise === "sooner") this.sooner++;
    count(this.charge, moved.charge);
    count(this.margin, moved.margin);
    const margin = Decimal.of(moved.margin);
    if (margin.sign < 0) this.worst = first([...this.worst, { ...moved, index }], 1);
    if (margin.sign > 0) this.best = first([...this.best, { ...moved, index }], -1);
  }

  get spread(): Spread {
    const { worst, best, lost, gained, later, sooner, unrated } = this;
    const [charge, margin] = [steps(this.charge), steps(this.margin)];
    return { charge, margin, worst, best, lost, gained, later, sooner, unrated };
  }
}

function count(counts: number[], text: string): void {
  const moved = Decimal.of(text);
  if (moved.sign === 0) return;
  const at = edges.findIndex((edge) => !moved.moreThan(edge));
  const step = at < 0 ? edges.length : at;
  counts[step] = (counts[step] ?? 0) + 1;
}

function steps(counts: readonly number[]): SpreadStep[] {
  return counts.map((orders, i) => ({ over: EDGES[i - 1] ?? null, upTo: EDGES[i] ?? null, orders }));
}

/** The twenty that moved most one way (1: down, -1: up). */
function first(list: MovedOrder[], way: 1 | -1): MovedOrder[] {
  const by = (a: MovedOrder, b: MovedOrder) =>
    way * Decimal.of(a.margin).compare(Decimal.of(b.margin)) || a.index - b.index;
  return list.sort(by).slice(0, MOST_SHOWN);
}
