"use client";

import Link from "next/link";
import { AddMember } from "@/features/draft";
import { count } from "@/messages/figures";
import { SideList } from "@/ui/parts/side-list";

export interface ChartSummary {
  readonly code: string;
  readonly name: string;
  readonly zones: number;
  readonly entries: number;
  readonly tariffs: number;
}

/** The zone charts. */
export function ZonesSide({
  charts,
  current,
}: {
  readonly charts: readonly ChartSummary[];
  readonly current: string | undefined;
}) {
  const entries = charts.map((chart) => ({
    key: chart.code,
    href: `/zones/${encodeURIComponent(chart.code)}`,
    title: <span className="font-semibold">{chart.name}</span>,
    sub: `${count(chart.zones, "zone")}, ${count(chart.entries, "entry", "entries")}`,
    figure: count(chart.tariffs, "tariff"),
  }));
  return (
    <>
      <SideList label="Zone charts" entries={entries} current={current} empty="No zone chart yet." />
      <AddMember
        what="a zone chart"
        list="zoneCharts"
        home="/zones"
        taken={charts.map((chart) => chart.code)}
        template={(code, name) => ({ code, name, zones: [{ code: "1", name: "Zone 1" }], entries: [] })}
      />
      {charts.length > 0 && (
        <p className="px-3 pb-3">
          <Link prefetch={false} className="link" href="/zones/board">
            What goes where
          </Link>
        </p>
      )}
    </>
  );
}
