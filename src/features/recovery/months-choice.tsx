"use client";

import { monthAfter, monthsIn } from "@/core/calendar/months";
import { useAddress } from "@/ui/use-address";

/** From which month to which; months that are in the address. */
export function MonthsChoice({
  months,
}: {
  readonly months: {
    readonly from: string;
    readonly to: string;
    readonly all: { readonly from: string; readonly to: string };
  };
}) {
  const { say } = useAddress();
  const all = monthsBetween(months.all.from, months.all.to);
  const field = (name: "from" | "to", label: string) => (
    <label className="flex items-baseline gap-1.5">
      <span className="text-soft">{label}</span>
      <select
        value={months[name]}
        onChange={({ target: { value } }) =>
          say({
            from: name === "from" ? value : months.from > value ? value : months.from,
            to: name === "to" ? value : months.to < value ? value : months.to,
          })
        }
        className="h-7 rounded-md border border-edge bg-sheet px-1"
      >
        {all.map((month) => (
          <option key={month} value={month}>
            {monthName(month)}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <div className="flex flex-wrap gap-3">
      {field("from", "From")}
      {field("to", "to the end of")}
    </div>
  );
}

export function monthName(month: string): string {
  return new Date(`${month}-01T00:00:00Z`).toLocaleDateString("en", {
    month: "short",
    year: "numeric",
    timeZone: "UTC",
  });
}

/** Both in, the newest first. */
export function monthsBetween(from: string, to: string): string[] {
  return Array.from({ length: monthsIn(from, to) }, (_, i) => monthAfter(to, -i));
}
