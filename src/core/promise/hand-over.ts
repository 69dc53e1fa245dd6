import { localTime } from "../calendar/local-time";
import { dateOf, WorkingDays, type Day } from "../calendar/working-days";
import type { Origin } from "../setup/origin";

const MS_PER_MINUTE = 60_000;

/** When an origin works and until when an order counts for the same day. */
export interface CompiledHours {
  readonly origin: Origin;
  readonly days: WorkingDays;
  /** Milliseconds since midnight on the origin's clock. */
  readonly cutOff: number;
}

/** How an order's instant became the day its goods are handed to the carrier. */
export interface HandOver {
  /** The local date of the order, and whether its time was after the cut-off. */
  readonly ordered: Day;
  readonly afterCutOff: boolean;
  /** The working day from which handling counts. */
  readonly counted: Day;
  readonly day: Day;
}

export function compileHours(origin: Origin): CompiledHours {
  const [hours = "0", minutes = "0"] = origin.cutOff.split(":");
  return {
    origin,
    days: new WorkingDays(origin.workdays, origin.holidays),
    cutOff: (Number(hours) * 60 + Number(minutes)) * MS_PER_MINUTE,
  };
}

/**
 * The day an origin hands an order over that was placed at an instant (milliseconds since 1970): the order's local day, or the next working day when it came after the cut-off
 * (the minute of the cut-off itself is in time) or on a day off, and then the handling days, which are working days of
 * the origin. `undefined` for an origin that never works.
 */
export function handOver(hours: CompiledHours, placedAt: number): HandOver | undefined {
  const { day, time } = localTime(placedAt, hours.origin.timeZone);
  const afterCutOff = time > hours.cutOff && hours.days.isWorked(day);
  const counted = hours.days.onOrAfter(afterCutOff ? day + 1 : day);
  if (counted === undefined) return undefined;
  const handed = hours.days.after(counted, hours.origin.handlingDays);
  return handed === undefined ? undefined : { ordered: day, afterCutOff, counted, day: handed };
}

/** A promise: from the earliest to the latest day, both in. */
export interface Arrival {
  readonly earliest: Day;
  readonly latest: Day;
}

/**
 * When a carrier that took goods over on a day brings them: so many of its working days later. Goods that are collected
 * are ready on the day itself.
 */
export function arrival(
  handed: Day,
  transit: { readonly minDays: number; readonly maxDays: number },
  carrier: WorkingDays,
  collected: boolean,
): Arrival | undefined {
  if (collected) return { earliest: handed, latest: handed };
  const earliest = carrier.after(handed, transit.minDays);
  const latest = carrier.after(handed, transit.maxDays);
  return earliest === undefined || latest === undefined ? undefined : { earliest, latest };
}

/** Of several shipments the later of each end: the order is there when all of it is. */
export function together(arrivals: readonly (Arrival | undefined)[]): Arrival | undefined {
  let all: Arrival | undefined;
  for (const one of arrivals) {
    if (!one) return undefined;
    all = all
      ? { earliest: Math.max(all.earliest, one.earliest), latest: Math.max(all.latest, one.latest) }
      : one;
  }
  return all;
}

export function datesOf({ earliest, latest }: Arrival): { earliest: string; latest: string } {
  return { earliest: dateOf(earliest), latest: dateOf(latest) };
}
