"use client";

import { useMemo } from "react";
import { joinPath } from "@/core/setup/path";
import type { ZoneChart } from "@/core/setup/zone-chart";
import { DraftPickMany, DraftText, FindingsNote, MemberHead, type Notice } from "@/features/draft";
import { count } from "@/messages/figures";
import type { Catches } from "./catches";
import { ChartMap } from "./chart-map";
import { useChartTools } from "./chart-tools";
import { EntriesGrid } from "./entries-grid";
import { unpackEntries } from "./packed-entries";
import { PostcodeTester } from "./postcode-tester";
import { ZoneList } from "./zone-list";

interface Props {
  readonly chart: Omit<ZoneChart, "entries">;
  /** The chart's entries as one text. */
  readonly packed: string;
  readonly catches: Catches;
  readonly usedBy: readonly string[];
  readonly origins: readonly { readonly value: string; readonly name: string }[];
  /** The codes of all charts. */
  readonly taken: readonly string[];
  readonly notices: readonly Notice[];
  readonly entry: number | undefined;
}

/** A zone chart: its entries as a grid, its zones on the map and as a list, and a place to try a postcode. */
export function ChartEditor({ chart: head, packed, catches, usedBy, origins, taken, notices, entry }: Props) {
  const entries = useMemo(() => unpackEntries(packed), [packed]);
  const chart = useMemo((): ZoneChart => ({ ...head, entries }), [head, entries]);
  const path = joinPath("zoneCharts", chart.code);
  const tools = useChartTools(chart, path, taken);
  const marked = useMemo(
    () =>
      new Set(
        notices.flatMap(({ source }) => {
          const index = /\/entries\/(\d+)/.exec(source)?.[1];
          return index === undefined ? [] : [Number(index)];
        }),
      ),
    [notices],
  );
  return (
    <>
      <MemberHead
        list="zoneCharts"
        member={chart}
        value={chart}
        what="Zone chart"
        about={`${usedBy.length === 0 ? "no tariff reads it" : `read by ${usedBy.join(", ")}`}${chart.origins ? ` · only from ${chart.origins.join(", ")}` : ""}`}
        page="/zones"
        home="/zones"
      >
        {tools.buttons}
      </MemberHead>
      {tools.panel}
      <FindingsNote notices={notices} />
      <div className="grid gap-4 xl:grid-cols-[minmax(0,490px)_minmax(0,1fr)]">
        <EntriesGrid chart={chart} path={path} catches={catches} entry={entry} marked={marked} />
        <div>
          <PostcodeTester chart={chart} />
          <div className="h-3" />
          <ChartMap chart={chart} />
          <ZoneList chart={chart} path={path} catches={catches} />
          <Missed catches={catches} />
          <DraftText label="Chart's name" path={`${path}/name`} value={chart.name} />
          <DraftPickMany
            label="Only from"
            path={`${path}/origins`}
            value={chart.origins}
            optional
            none="every origin"
            options={origins}
          />
        </div>
      </div>
    </>
  );
}

/** Where orders went that the chart knows nothing of. */
function Missed({ catches }: { readonly catches: Catches }) {
  const { missed, missedOrders, missedPlaces, orders } = catches;
  if (orders === 0) return null;
  const more = missedPlaces - missed.length;
  return (
    <p className="mb-2">
      {missedOrders === 0 ? (
        <span className="text-soft">All known orders ({orders}) fall to an entry.</span>
      ) : (
        <>
          <b className="text-loss">{missedOrders}</b> of {count(orders, "known order")}{" "}
          {missedOrders === 1 ? "falls" : "fall"} to no entry:{" "}
          {missed.map(({ place, orders: n }) => `${place} (${n})`).join(", ")}
          {more > 0 && `, and ${count(more, "more place")}`}
        </>
      )}
    </p>
  );
}
