"use client";

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
function monthsBetween(from: string, to: string): string[] {
  const at = (month: string) => Number(month.slice(0, 4)) * 12 + Number(month.slice(5, 7)) - 1;
  const text = (n: number) => `${Math.floor(n / 12)}-${String((n % 12) + 1).padStart(2, "0")}`;
  return Array.from({ length: at(to) - at(from) + 1 }, (_, i) => text(at(to) - i));
}
