import { localTime } from "./local-time";
import { dateOf } from "./working-days";

const two = (figure: number) => String(figure).padStart(2, "0");
const MINUTE_MS = 60_000;

/** An instant by the clock of a time zone, to the minute: `2026-11-24 09:12`. */
export function localTimeText(instant: string, timeZone: string): string {
  const { day, time } = localTime(Date.parse(instant), timeZone);
  const minutes = Math.floor(time / MINUTE_MS);
  return `${dateOf(day)} ${two(Math.floor(minutes / 60))}:${two(minutes % 60)}`;
}
