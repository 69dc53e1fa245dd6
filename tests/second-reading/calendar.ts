import type { Setup } from "@/core/setup/setup";
import { clockOf, weekdayOf, type Order } from "./order";

export type Origin = Setup["origins"][number];

const dayAfter = (day: string) =>
  new Date(Date.parse(`${day}T00:00:00Z`) + 86_400_000).toISOString().slice(0, 10);

type IsWorking = (day: string) => boolean;

/** The day itself when it is a working one, else the next that is. */
export function firstWorking(day: string, isWorking: IsWorking): string {
  let at = day;
  while (!isWorking(at)) at = dayAfter(at);
  return at;
}

/** So many working days later. */
export function workingDaysAfter(day: string, count: number, isWorking: IsWorking): string {
  let at = day;
  for (let left = count; left > 0; left--) at = firstWorking(dayAfter(at), isWorking);
  return at;
}

/** The day an origin hands over; undefined of one that never works. */
export function handOver(order: Order, origin: Origin): string | undefined {
  if (origin.workdays.length === 0) return undefined;
  const isWorking = (day: string) =>
    (origin.workdays as readonly number[]).includes(weekdayOf(day)) && !(origin.holidays ?? []).includes(day);
  const { day, minute } = clockOf(order.instant, origin.timeZone);
  const [hours, minutes] = origin.cutOff.split(":").map(Number) as [number, number];
  const isLate = minute > hours * 60 + minutes;
  const begun = isWorking(day) && !isLate ? day : firstWorking(dayAfter(day), isWorking);
  return workingDaysAfter(begun, origin.handlingDays, isWorking);
}
