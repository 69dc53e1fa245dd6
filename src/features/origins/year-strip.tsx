"use client";

import { ChevronLeft, ChevronRight } from "lucide-react";
import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from "react";
import { IconButton } from "@/ui/parts/icon-button";
import { datesBetween, shifted, withDays, workedIn, yearDays, type StripDay } from "./year-days";

interface Props {
  readonly label: string;
  readonly workdays: readonly number[];
  readonly holidays: readonly string[];
  readonly today: string;
  readonly readOnly: boolean;
  readonly onSet: (holidays: readonly string[]) => void;
  readonly onYear: (year: number) => void;
}

const monthNames = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];
const dayNames = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];
const stateWords = { works: "worked", rests: "rests by the week", holiday: "holiday" } as const;
const steps: Readonly<Record<string, number>> = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -7, ArrowDown: 7 };

/** A year as a strip of days in four rows: click or draw over days to make them holidays, or to take them back. */
export function YearStrip({ label, workdays, holidays, today, readOnly, onSet, onYear }: Props) {
  const [year, setYear] = useState(Number(today.slice(0, 4)));
  const [focus, setFocus] = useState(today);
  const [drawn, setDrawn] = useState<{ from: string; to: string; off: boolean }>();
  const strip = useRef<HTMLDivElement>(null);
  const moved = useRef(false);
  const shown = useMemo(
    () => (drawn ? withDays(holidays, datesBetween(drawn.from, drawn.to), drawn.off) : holidays),
    [drawn, holidays],
  );
  const quarters = useMemo(() => yearDays(year, workdays, shown), [year, workdays, shown]);
  const go = (to: number) => {
    setYear(to);
    setFocus(`${to}-01-01`);
    onYear(to);
  };
  useEffect(() => {
    if (moved.current) strip.current?.querySelector<HTMLElement>(`[data-date="${focus}"]`)?.focus();
    moved.current = false;
  }, [focus]);
  useEffect(() => {
    if (!drawn) return;
    const finish = () => {
      onSet(withDays(holidays, datesBetween(drawn.from, drawn.to), drawn.off));
      setDrawn(undefined);
    };
    window.addEventListener("pointerup", finish);
    return () => window.removeEventListener("pointerup", finish);
  }, [drawn, holidays, onSet]);
  const onKeyDown = (event: KeyboardEvent) => {
    const step = steps[event.key];
    if (step !== undefined) {
      const next = shifted(focus, step);
      if (!next.startsWith(String(year))) return;
      moved.current = true;
      setFocus(next);
    } else if (event.key === " " || event.key === "Enter") {
      if (!readOnly) onSet(withDays(holidays, [focus], !holidays.includes(focus)));
    } else return;
    event.preventDefault();
  };
  const own = shown.filter((day) => day.startsWith(`${year}-`));
  return (
    <div>
      <div className="mb-1.5 flex flex-wrap items-center gap-2">
        <IconButton
          icon={ChevronLeft}
          className="border border-hairline"
          label="The year before"
          onClick={() => go(year - 1)}
        />
        <b aria-live="polite">{year}</b>
        <IconButton
          icon={ChevronRight}
          className="border border-hairline"
          label="The year after"
          onClick={() => go(year + 1)}
        />
        <span className="ml-1">
          {workedIn(year, workdays, shown)} days worked, {own.length}{" "}
          {own.length === 1 ? "holiday" : "holidays"}
        </span>
        <span className="text-soft">
          {readOnly ? "" : "Click a day or draw over several; arrows and Space do it too."}
        </span>
      </div>
      <div
        ref={strip}
        role="group"
        aria-label={label}
        onKeyDown={onKeyDown}
        className="space-y-1 overflow-x-auto select-none"
      >
        {quarters.map((quarter, i) => (
          <div key={i} className="flex gap-3">
            {quarter.months.map((month) => (
              <div key={month.number}>
                <p className="narrow text-xs text-soft">{monthNames[month.number - 1]}</p>
                <div className="flex gap-px">
                  {month.days.map((day) => (
                    <DayCell
                      key={day.date}
                      day={day}
                      today={day.date === today}
                      reached={day.date === focus}
                      readOnly={readOnly}
                      onFocus={() => setFocus(day.date)}
                      onDown={() => {
                        setFocus(day.date);
                        setDrawn({ from: day.date, to: day.date, off: !holidays.includes(day.date) });
                      }}
                      onOver={() => drawn && setDrawn({ ...drawn, to: day.date })}
                    />
                  ))}
                </div>
              </div>
            ))}
          </div>
        ))}
      </div>
    </div>
  );
}

const looks = {
  works: "bg-sheet border-hairline text-soft",
  rests: "hatch border-hairline text-faint",
  holiday: "bg-ink border-ink text-on-ink font-bold",
} as const;

function DayCell({
  day,
  today,
  reached,
  readOnly,
  onFocus,
  onDown,
  onOver,
}: {
  readonly day: StripDay;
  readonly today: boolean;
  readonly reached: boolean;
  readonly readOnly: boolean;
  readonly onFocus: () => void;
  readonly onDown: () => void;
  readonly onOver: () => void;
}) {
  const name = `${dayNames[day.weekday - 1]} ${day.date}: ${stateWords[day.state]}`;
  return (
    <button
      type="button"
      data-date={day.date}
      aria-label={name}
      aria-pressed={day.state === "holiday"}
      title={name}
      disabled={readOnly}
      tabIndex={reached ? 0 : -1}
      onFocus={onFocus}
      onPointerDown={onDown}
      onPointerEnter={onOver}
      className={`h-[20px] w-[9px] shrink-0 border text-[8px] leading-none ${looks[day.state]} ${today ? "outline-2 -outline-offset-2 outline-sign" : ""}`}
    >
      {day.weekday === 1 || day.state === "holiday" ? Number(day.date.slice(8)) : ""}
    </button>
  );
}
