"use client";

import type { Carrier } from "@/core/setup/carrier";
import { DraftTable, useDraft, type Notice, type TableColumn } from "@/features/draft";
import { readDate } from "@/ui/date-text";
import { DatedSteps } from "@/ui/charts/dated-steps";
import { plainNumber } from "@/ui/number-text";

const columns: readonly TableColumn[] = [
  {
    field: "from",
    name: "From this day on",
    head: "From",
    width: 120,
    needed: true,
    hint: "2026-12-01",
    read: (text) => (text === "" ? undefined : readDate(text)),
  },
  {
    field: "percent",
    name: "Percent of the freight",
    head: "% of freight",
    width: 110,
    numeric: true,
    read: (text) => (text === "" ? undefined : plainNumber(text)),
  },
];

/** The carrier's fuel surcharge as it announces it: a percentage from a day on, until the next one. */
export function FuelIndex({
  path,
  carrier,
  notices,
}: {
  readonly path: string;
  readonly carrier: Carrier;
  readonly notices: readonly Notice[];
}) {
  const { habits } = useDraft();
  const rows = carrier.fuelIndex ?? [];
  const current = [...rows]
    .filter((row) => row.from <= habits.today)
    .sort((a, b) => (a.from < b.from ? 1 : -1))[0];
  return (
    <div className="flex flex-wrap items-start gap-4">
      <div>
        <DraftTable
          label="Fuel index"
          path={path}
          rows={carrier.fuelIndex}
          columns={columns}
          begin={(typed) => ({ from: habits.today, percent: "0", ...typed })}
          height="190px"
          notices={notices}
        />
      </div>
      <div className="min-w-[220px] flex-1">
        <p>
          {current
            ? `Today ${current.percent} %, since ${current.from}.`
            : rows.length === 0
              ? "No index: surcharges by it are nothing."
              : "None in force today."}
        </p>
        <DatedSteps
          label={`Fuel index of ${carrier.name} over time`}
          figures={rows.map((row) => ({ from: row.from, figure: Number(row.percent) }))}
          unit="% of freight"
          today={habits.today}
        />
      </div>
    </div>
  );
}
