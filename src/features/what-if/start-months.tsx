"use client";

import { useState, type ReactNode } from "react";
import { monthsIn } from "@/core/calendar/months";
import { monthsBetween, monthName } from "@/features/recovery";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";

interface Months {
  readonly from: string;
  readonly to: string;
}

/** Which months' shipments are worked out anew, and the button that starts it. */
export function StartMonths({
  label,
  months,
  busy,
  trouble,
  onStart,
  children,
}: {
  /** What the form is called. */
  readonly label: string;
  /** Those that stand first, and all there are. */
  readonly months: Months & { readonly all: Months };
  readonly busy: boolean;
  readonly trouble: string | undefined;
  readonly onStart: (months: Months) => void;
  readonly children?: ReactNode;
}) {
  const [{ from, to }, setMonths] = useState<Months>(months);
  const all = monthsBetween(months.all.from, months.all.to);
  const field = (name: keyof Months, own: string, value: string) => (
    <label className="flex items-baseline gap-1.5">
      <span className="text-soft">{own}</span>
      <select
        className="control h-7 px-1"
        value={value}
        onChange={({ target }) => setMonths({ from, to, [name]: target.value })}
      >
        {all.map((month) => (
          <option key={month} value={month}>
            {monthName(month)}
          </option>
        ))}
      </select>
    </label>
  );
  const isReversed = monthsIn(from, to) < 1;
  return (
    <form
      aria-label={label}
      className="mb-3 flex flex-wrap items-baseline gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        onStart({ from, to });
      }}
    >
      {children}
      {field("from", "Shipments from", from)}
      {field("to", "to the end of", to)}
      <Button kind="main" type="submit" className="h-7" disabled={busy || isReversed}>
        Calculate
      </Button>
      {isReversed && (
        <p role="alert" className="text-loss">
          The last month is before the first.
        </p>
      )}
      <Trouble text={trouble} />
    </form>
  );
}
