"use client";

import { classNames } from "../class-names";
import { CalendarButton } from "./calendar-button";

interface Props {
  readonly label: string;
  /** As it is typed: `2026-12-24 08:30`. */
  readonly value: string;
  readonly onType: (text: string) => void;
  readonly className?: string | undefined;
}

const TIME = /\d{1,2}:\d{2}$/;

/** A day and a time in one field; the day may be chosen in a calendar, which leaves the time as it is, or begins the day. */
export function MomentField({ label, value, onType, className }: Props) {
  return (
    <span className={classNames("flex w-fit items-center gap-1", className)}>
      <input
        aria-label={label}
        className="control h-8 w-[9.5rem] px-2"
        placeholder="2026-12-24 08:30"
        autoComplete="off"
        value={value}
        onChange={(event) => onType(event.target.value)}
      />
      <CalendarButton
        label={label}
        value={value.slice(0, 10)}
        onDay={(day) => onType(`${day} ${TIME.exec(value.trim())?.[0] ?? "00:00"}`)}
      />
    </span>
  );
}
