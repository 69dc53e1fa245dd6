"use client";

import { CalendarDays } from "lucide-react";
import { useRef } from "react";
import { IconButton } from "../parts/icon-button";

interface Props {
  /** Of the field it stands beside. */
  readonly label: string;
  /** What stands in the field; the calendar opens there where it is a day as `YYYY-MM-DD`. */
  readonly value: string;
  /** Hears the day that is chosen, as `YYYY-MM-DD`. */
  readonly onDay: (day: string) => void;
}

/** Opens the browser's own calendar, which speaks the person's language and begins the week as they do. */
export function CalendarButton({ label, value, onDay }: Props) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <span className="relative inline-grid">
      <IconButton
        icon={CalendarDays}
        label={`${label}: choose in a calendar`}
        title="Choose in a calendar"
        className="text-soft"
        onClick={() => input.current?.showPicker()}
      />
      {/* the calendar opens where this stands; it is neither seen nor walked to */}
      <input
        ref={input}
        type="date"
        tabIndex={-1}
        aria-hidden
        className="pointer-events-none absolute inset-0 opacity-0"
        value={/^\d{4}-\d{2}-\d{2}$/.test(value) ? value : ""}
        onChange={(event) => event.target.value !== "" && onDay(event.target.value)}
      />
    </span>
  );
}
