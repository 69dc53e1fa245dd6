"use client";

import Link from "next/link";
import { AddMember } from "@/features/draft";
import { count } from "@/messages/figures";
import { useListSearch } from "@/ui/parts/list-search";
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
  const search = useListSearch("Search zone charts", charts.length);
  const found = charts.filter(({ code, name }) => search.holds(`${code} ${name}`));
  const entries = found.map((chart) => ({
    key: chart.code,
    href: search.carry(`/zones/${encodeURIComponent(chart.code)}`),
    title: <span className="font-semibold">{chart.name}</span>,
    sub: `${count(chart.zones, "zone")}, ${count(chart.entries, "entry", "entries")}`,
    figure: count(chart.tariffs, "tariff"),
  }));
  return (
    <>
      {search.field}
      <SideList
        label="Zone charts"
        entries={entries}
        current={current}
        empty={search.text === "" ? "No zone chart yet." : `None is called “${search.text}”.`}
      />
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
