"use client";

import { useState } from "react";
import { isDate } from "@/core/calendar/local-date";
import { classNames } from "@/ui/class-names";
import { readDate } from "@/ui/date-text";
import { CalendarButton } from "@/ui/fields/calendar-button";

interface Props {
  readonly label: string;
  /** The day as `YYYY-MM-DD`, or nothing. */
  readonly value: string;
  /** Hears a day as `YYYY-MM-DD`, or `""` while what is typed is none. */
  readonly onDay: (day: string) => void;
  readonly className?: string | undefined;
}

/** A day as `2026-12-24` or `24.12.2026`, or chosen in a calendar. What is no day stays as typed, and says so once it is left. */
export function DayField({ label, value, onDay, className }: Props) {
  const [typed, setTyped] = useState<string>();
  const [isLeft, setIsLeft] = useState(false);
  const isWrong = isLeft && typed !== undefined && typed.trim() !== "" && !isDate(readDate(typed));
  return (
    <span className="flex w-fit items-center gap-1">
      <input
        aria-label={label}
        aria-invalid={isWrong || undefined}
        placeholder="2026-12-24"
        autoComplete="off"
        className={classNames("control w-28 px-2", isWrong && "border-loss", className ?? "h-8")}
        value={typed ?? value}
        onChange={(event) => {
          const read = readDate(event.target.value);
          const day = isDate(read) ? read : "";
          setIsLeft(false);
          setTyped(event.target.value);
          // letter by letter nothing is said anew
          if (day !== value) onDay(day);
        }}
        onBlur={() => {
          setIsLeft(true);
          if (typed !== undefined && (typed.trim() === "" || isDate(readDate(typed)))) setTyped(undefined);
        }}
      />
      <CalendarButton
        label={label}
        value={value}
        onDay={(day) => {
          setTyped(undefined);
          onDay(day);
        }}
      />
      {isWrong && (
        <span role="alert" className="text-xs text-loss">
          No day: write it as 2026-12-24.
        </span>
      )}
    </span>
  );
}
