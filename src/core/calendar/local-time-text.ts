import { localTime } from "./local-time";
import { dateOf } from "./working-days";

const two = (figure: number) => String(figure).padStart(2, "0");
const SECOND_MS = 1000;

/** An instant by the clock of a time zone, to the minute or the second: `2026-11-24 09:12`, `2026-11-24 09:12:05`. */
export function localTimeText(instant: string, timeZone: string, to: "minute" | "second" = "minute"): string {
  const { day, time } = localTime(Date.parse(instant), timeZone);
  const seconds = Math.floor(time / SECOND_MS);
  const minutes = Math.floor(seconds / 60);
  const text = `${dateOf(day)} ${two(Math.floor(minutes / 60))}:${two(minutes % 60)}`;
  return to === "minute" ? text : `${text}:${two(seconds % 60)}`;
}
