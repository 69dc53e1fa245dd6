import { instantOf } from "./local-time";
import { isDate } from "./local-date";
import { dayOf } from "./working-days";

const SHAPE = /^(\d{4}-\d{2}-\d{2})T(\d{2}):(\d{2})$/;

/** "2027-01-01T00:00" by the clock of a time zone as an instant in ISO 8601; `undefined` for what is no such text. */
export function instantInZone(text: string, zone: string): string | undefined {
  const [, date = "", hours, minutes] = SHAPE.exec(text) ?? [];
  if (!isDate(date)) return undefined;
  const time = (Number(hours) * 60 + Number(minutes)) * 60_000;
  return new Date(instantOf({ day: dayOf(date), time }, zone)).toISOString();
}
