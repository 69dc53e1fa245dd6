"use client";

import { localTimeText } from "@/core/calendar/local-time-text";
import { useTimeZone } from "./clock-provider";

interface Props {
  /** ISO 8601. */
  readonly at: string;
  /** To the second; else to the minute. */
  readonly exact?: boolean;
}

/** An instant by the business's clock; the zone and the second stand in its tooltip. */
export function Moment({ at, exact = false }: Props) {
  const timeZone = useTimeZone();
  const second = localTimeText(at, timeZone, "second");
  return (
    <time dateTime={at} title={`${second}, ${timeZone}`} className="whitespace-nowrap">
      {exact ? second : localTimeText(at, timeZone)}
    </time>
  );
}
