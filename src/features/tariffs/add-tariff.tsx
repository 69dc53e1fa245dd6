"use client";

import { useState } from "react";
import type { ZoneChart } from "@/core/setup/zone-chart";
import { AddMember } from "@/features/draft";

interface Props {
  readonly charts: readonly Pick<ZoneChart, "code" | "name" | "zones">[];
  readonly currency: string;
  readonly today: string;
  /** The codes of the tariffs there are. */
  readonly taken: readonly string[];
}

/** Begins a tariff on a zone chart, with a row a zone and one break without rates. */
export function AddTariff({ charts, currency, today, taken }: Props) {
  const [side, setSide] = useState("buy");
  const [chart, setChart] = useState(charts[0]?.code ?? "");
  if (charts.length === 0) return null;
  const zones = charts.find((one) => one.code === chart)?.zones ?? [];
  const select = "control ml-1 h-8 px-1";
  return (
    <div className="mt-3 flex flex-wrap items-center gap-x-3">
      <AddMember
        what="a tariff"
        list="tariffs"
        home="/tariffs"
        taken={taken}
        template={(code, name) => ({
          code,
          name,
          side,
          currency,
          zoneChart: chart,
          measure: "chargeableWeight",
          unit: "kg",
          boundary: "upTo",
          editions: [
            {
              label: today.slice(0, 4),
              // a price list is a year's: orders of last week are rated by it too
              from: `${today.slice(0, 4)}-01-01`,
              breaks: [{ edge: "1", rate: "flat" }],
              rows: zones.map((zone) => ({ zone: zone.code, rates: [null] })),
            },
          ],
        })}
      />
      <label>
        for
        <select className={select} value={side} onChange={(event) => setSide(event.target.value)}>
          <option value="buy">what we pay</option>
          <option value="sell">what we charge</option>
        </select>
      </label>
      <label>
        on the zones of
        <select className={select} value={chart} onChange={(event) => setChart(event.target.value)}>
          {charts.map((one) => (
            <option key={one.code} value={one.code}>
              {one.name}
            </option>
          ))}
        </select>
      </label>
    </div>
  );
}
