"use client";

import { useCallback, useMemo } from "react";
import { joinPath } from "@/core/setup/path";
import type { ZoneChart } from "@/core/setup/zone-chart";
import { answerText, DraftText, FindingsNote, MemberHead, useDraft, type Notice } from "@/features/draft";
import type { Place } from "@/ui/grid/block";
import { DataGrid, type GridColumn } from "@/ui/grid/data-grid";
import type { CellEdit, GridCommitted } from "@/ui/grid/use-grid";
import { Key } from "@/ui/parts/key";
import { entryChanges, entryColumns, entryText } from "./entry-edits";
import { PostcodeTester } from "./postcode-tester";
import { ZoneList } from "./zone-list";

interface Props {
  readonly chart: ZoneChart;
  readonly usedBy: readonly string[];
  readonly notices: readonly Notice[];
  readonly entry: number | undefined;
}

const columns: readonly GridColumn[] = [
  { key: "zone", name: "Zone", head: "Zone", width: 90, fixed: false },
  { key: "country", name: "Country", head: "Country", width: 84 },
  { key: "subdivision", name: "Subdivision, ISO 3166-2", head: "Subdivision", width: 110 },
  {
    key: "postcode",
    name: "Postcode: exact, prefix with *, or range with two points",
    head: "Postcode",
    width: 194,
  },
];

/** A zone chart: its entries as a grid, its zones, and a place to try a postcode. */
export function ChartEditor({ chart, usedBy, notices, entry }: Props) {
  const { commit, mayEdit } = useDraft();
  const path = joinPath("zoneCharts", chart.code);
  const textOf = useCallback(
    ({ row, column }: Place) => entryText(chart.entries[row], column),
    [chart.entries],
  );
  const editable = useCallback(() => mayEdit, [mayEdit]);
  const store = useCallback(
    async (edits: readonly CellEdit[]): Promise<GridCommitted> => {
      const answer = await commit(entryChanges(chart, edits, path));
      if (answer.ok) return { ok: true };
      const row = Number(/\/entries\/(\d+)/.exec(answer.problems[0]?.path ?? "")?.[1]);
      const field = entryColumns.findIndex(({ field }) => answer.problems[0]?.path.endsWith(`/${field}`));
      return {
        ok: false,
        text: answerText(answer),
        ...(Number.isNaN(row) ? {} : { at: { row, column: Math.max(field, 0) } }),
      };
    },
    [commit, chart, path],
  );
  const removeRow = (row: number) => {
    const entry = chart.entries[row];
    if (entry && mayEdit) void commit([{ path: `${path}/entries/${row}`, from: entry }]);
  };
  const names = useMemo(() => new Map(chart.zones.map((zone) => [zone.code, zone.name])), [chart.zones]);
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
      />
      <FindingsNote notices={notices} />
      <div className="grid gap-4 lg:grid-cols-[minmax(0,480px)_minmax(0,1fr)]">
        <section aria-label="Entries">
          <h2 className="mb-1.5">
            Entries <span className="font-normal text-soft">the most specific one wins</span>
          </h2>
          <DataGrid
            label="Entries"
            columns={columns}
            rows={chart.entries.length + (mayEdit ? 1 : 0)}
            textOf={textOf}
            mayEdit={editable}
            commit={store}
            height="calc(100vh - 250px)"
            emptyText={({ row, column }) => (row === chart.entries.length && column === 1 ? "new: EE" : "")}
            mark={({ row, column }) =>
              column === 0 && isStranger(chart.entries[row]?.zone, names) ? "warning" : undefined
            }
            onRemoveRow={removeRow}
            takeFocus={entry !== undefined}
            start={
              entry === undefined ? undefined : { row: Math.min(entry, chart.entries.length), column: 0 }
            }
          />
          <p className="mt-1.5 text-soft">
            – in Zone means not served. <Key>62*</Key> all that begin so, <Key>3700..3790</Key> both ends in.{" "}
            <Key>Ctrl V</Key> pastes rows, <Key>Ctrl Del</Key> removes one, <Key>Ctrl Z</Key> undoes.
          </p>
        </section>
        <div>
          <PostcodeTester chart={chart} />
          <ZoneList chart={chart} path={path} />
          <div className="mt-3">
            <DraftText label="Chart's name" path={`${path}/name`} value={chart.name} />
          </div>
        </div>
      </div>
    </>
  );
}

/** Whether an entry leads to a zone the chart does not have. */
function isStranger(zone: string | null | undefined, names: ReadonlyMap<string, string>): boolean {
  return zone !== null && zone !== undefined && !names.has(zone);
}
