import type { TransitDays } from "../services/compiled-service";

/** Shipments of a service to a zone that arrived alike. */
export interface ArrivedAlike {
  readonly service: string;
  readonly zone: string;
  /** Working days of the carrier from the day they left; 0 the same day. */
  readonly transitDays: number;
  /** Calendar days after the last day that was promised; 0 in time. */
  readonly daysLate: number;
  readonly shipments: number;
}

/** How a service keeps its promise to a zone. */
export interface PromiseKept {
  readonly service: string;
  readonly zone: string;
  readonly shipments: number;
  readonly inTime: number;
  /** Of a hundred those that were late, see {@link latePercent}. */
  readonly latePercent: string;
  /** The most days anything came late. */
  readonly mostLate: number;
  /** How many took so many working days, the fewest first. */
  readonly took: readonly { readonly days: number; readonly shipments: number }[];
  /** The days that would have held; absent where too few arrived to tell. */
  readonly proposed?: TransitDays;
}

/** Fewer than these tell nothing about the next. */
export const FEWEST_ARRIVALS = 20;

/**
 * How promises were kept, by service and zone, those first where most came late; ties by service and zone. The proposed most
 * days are the fewest within which at least `percent` of a hundred arrived, the proposed least those within which more than
 * the rest of the hundred had: as many may come before the least as may come after the most.
 */
export function promisesKept(rows: readonly ArrivedAlike[], percent: number): PromiseKept[] {
  const groups = new Map<string, ArrivedAlike[]>();
  for (const row of rows) {
    const key = JSON.stringify([row.service, row.zone]);
    const group = groups.get(key);
    if (group) group.push(row);
    else groups.set(key, [row]);
  }
  return [...groups.values()].flatMap((group) => keptBy(group, percent) ?? []).sort(mostLateFirst);
}

function keptBy(group: readonly ArrivedAlike[], percent: number): PromiseKept | undefined {
  const [first] = group;
  if (!first) return undefined;
  const count = (of: readonly ArrivedAlike[]) => of.reduce((all, { shipments }) => all + shipments, 0);
  const days = [...new Set(group.map(({ transitDays }) => transitDays))].sort((a, b) => a - b);
  const took = days.map((day) => ({
    days: day,
    shipments: count(group.filter(({ transitDays }) => transitDays === day)),
  }));
  const shipments = count(group);
  const proposed = shipments < FEWEST_ARRIVALS ? undefined : proposedDays(took, shipments, percent);
  const inTime = count(group.filter(({ daysLate }) => daysLate === 0));
  return {
    ...{ service: first.service, zone: first.zone, shipments, inTime },
    latePercent: latePercent(shipments - inTime, shipments),
    mostLate: Math.max(...group.map(({ daysLate }) => daysLate)),
    took,
    ...(proposed ? { proposed } : {}),
  };
}

/** Of a hundred, with one decimal; what is not none is never told as none. `0.0` of nothing. */
export function latePercent(late: number, all: number): string {
  if (all === 0) return "0.0";
  const tenths = Math.round((late * 1000) / all);
  return withOneDecimal(late > 0 && tenths === 0 ? 1 : tenths);
}

const withOneDecimal = (tenths: number) => `${Math.floor(tenths / 10)}.${tenths % 10}`;

function proposedDays(took: PromiseKept["took"], all: number, percent: number): TransitDays | undefined {
  let arrived = 0;
  let minDays: number | undefined;
  for (const { days, shipments } of took) {
    arrived += shipments;
    // whole numbers: nothing is lost to a division
    if (minDays === undefined && arrived * 100 > all * (100 - percent)) minDays = days;
    if (arrived * 100 >= all * percent) return { minDays: minDays ?? days, maxDays: days };
  }
  return undefined;
}

function mostLateFirst(a: PromiseKept, b: PromiseKept): number {
  return (
    b.shipments - b.inTime - (a.shipments - a.inTime) ||
    (a.service < b.service ? -1 : a.service > b.service ? 1 : 0) ||
    (a.zone < b.zone ? -1 : 1)
  );
}
