"use client";

import { useCallback, useMemo, useState } from "react";
import type { ZoneChart } from "@/core/setup/zone-chart";
import { useDraft } from "@/features/draft";
import { countryName } from "@/messages/country-name";
import type { Place } from "@/ui/grid/block";
import { DataGrid } from "@/ui/grid/data-grid";
import type { GridColumn } from "@/ui/grid/grid-columns";
import type { CellEdit, GridCommitted } from "@/ui/grid/grid-source";
import { Key } from "@/ui/parts/key";
import { Trouble } from "@/ui/parts/trouble";
import { EntriesBar } from "./entries-bar";
import { entryChanges, entryColumns, entryText, moveChanges, shownEntries } from "./entry-edits";
import type { Catches } from "./catches";

interface Props {
  readonly chart: ZoneChart;
  readonly path: string;
  readonly catches: Catches;
  /** The entry somebody came for. */
  readonly entry: number | undefined;
  /** Places of the setup, by entry, that a check has something to say about. */
  readonly marked: ReadonlySet<number>;
}

const columns: readonly GridColumn[] = [
  { key: "zone", name: "Zone", head: "Zone", width: 76 },
  { key: "country", name: "Country", head: "Country", width: 74 },
  { key: "subdivision", name: "Subdivision, ISO 3166-2", head: "Subdivision", width: 92 },
  {
    key: "postcode",
    name: "Postcode: exact, prefix with *, or range with two points",
    head: "Postcode",
    width: 166,
  },
  { key: "orders", name: "Orders that fell to it", head: "Orders", width: 62, numeric: true },
];
const ORDERS = 4;

/** An entry needs a zone (– for not served) and a country. */
function isComplete(cells: ReadonlyMap<number, string>): boolean {
  return cells.has(0) && cells.has(1);
}

/** The entries as a grid: typed, pasted, filtered, moved many at once. */
export function EntriesGrid({ chart, path, catches, entry, marked }: Props) {
  const { commit, mayEdit, signals, habits } = useDraft();
  const [filter, setFilter] = useState("");
  const [rows, setRows] = useState<readonly [number, number]>([0, 0]);
  const shown = useMemo(() => shownEntries(chart.entries, filter), [chart.entries, filter]);
  const count = shown?.length ?? chart.entries.length;
  const at = useCallback(
    (row: number) => (shown ? (shown[row] ?? chart.entries.length) : row),
    [shown, chart.entries],
  );
  const orders = useMemo(() => new Map(catches.byEntry), [catches]);
  const textOf = useCallback(
    ({ row, column }: Place) =>
      column === ORDERS ? String(orders.get(at(row)) ?? "") : entryText(chart.entries[at(row)], column),
    [chart.entries, orders, at],
  );
  const editable = useCallback(({ column }: Place) => mayEdit && column !== ORDERS, [mayEdit]);
  const store = useCallback(
    async (edits: readonly CellEdit[]): Promise<GridCommitted> => {
      const own = edits.map((edit) => ({ ...edit, row: at(edit.row) }));
      const answer = await commit(entryChanges(chart, own, path));
      if (answer.ok) return { ok: true };
      const index = Number(/\/entries\/(\d+)/.exec(answer.problems[0]?.path ?? "")?.[1]);
      const row = shown ? shown.indexOf(index) : index;
      const field = entryColumns.findIndex(({ field }) => answer.problems[0]?.path.endsWith(`/${field}`));
      return {
        ok: false,
        text: answer.text,
        conflict: answer.code === "conflict",
        ...(Number.isNaN(index) || row < 0 ? {} : { at: { row, column: Math.max(field, 0) } }),
      };
    },
    [commit, chart, path, at, shown],
  );
  const tell = useCallback(
    (typed: CellEdit | undefined) =>
      signals.type(typed ? entryChanges(chart, [{ ...typed, row: at(typed.row) }], path) : []),
    [signals, chart, path, at],
  );
  const [trouble, setTrouble] = useState<string>();
  const removeRows = async (top: number, bottom: number) => {
    const changes = mayEdit ? moveChanges(chart, range(top, bottom).map(at), "out", path) : [];
    if (changes.length === 0) return;
    const answer = await commit(changes);
    setTrouble(answer.ok ? undefined : answer.text);
  };
  const serveHome = async (zone: string) => {
    const to = { zone, country: habits.country };
    const answer = await commit([{ path: `${path}/entries/0`, to }]);
    setTrouble(answer.ok ? undefined : answer.text);
  };
  const rowKey = useCallback(
    (row: number) => {
      const entry = chart.entries[at(row)];
      return entry && `${entry.country} ${entry.subdivision ?? ""} ${entry.postcode ?? ""}`;
    },
    [chart.entries, at],
  );
  const select = useCallback((top: number, bottom: number) => setRows([top, bottom]), []);
  const zones = useMemo(() => new Set(chart.zones.map((zone) => zone.code)), [chart.zones]);
  const strange = (row: number) => {
    const zone = chart.entries[at(row)]?.zone;
    return zone !== null && zone !== undefined && !zones.has(zone);
  };
  const grows = mayEdit && !shown;
  /** What the empty row at the end says. */
  const hints = ["new: zone", habits.country];
  const chosen = rows[1] > rows[0] ? range(rows[0], Math.min(rows[1], count - 1)).map(at) : undefined;
  return (
    <section aria-label="Entries">
      <EntriesBar
        chart={chart}
        path={path}
        filter={filter}
        onFilter={setFilter}
        targets={chosen ?? shown}
        how={chosen ? "chosen" : "shown"}
      />
      <DataGrid
        // another filter is another grid: what was active is somewhere else in it
        key={filter}
        label="Entries"
        columns={columns}
        rows={count + (grows ? 1 : 0)}
        textOf={textOf}
        mayEdit={editable}
        commit={store}
        onTyping={tell}
        grows={grows}
        height="calc(100vh - 262px)"
        emptyText={({ row, column }) => (row === count ? (hints[column] ?? "") : "")}
        mark={({ row, column }) =>
          column === 0 && (strange(row) || marked.has(at(row))) ? "warning" : undefined
        }
        onRemoveRows={(top, bottom) => void removeRows(top, bottom)}
        rowKey={rowKey}
        firstNew={grows ? count : undefined}
        isComplete={isComplete}
        memory={`zoneCharts/${chart.code}/entries`}
        onRows={select}
        takeFocus={entry !== undefined}
        start={entry === undefined ? undefined : { row: Math.min(entry, chart.entries.length), column: 0 }}
      />
      <Trouble text={trouble} />
      {mayEdit && chart.entries.length === 0 && chart.zones[0] && (
        <p className="mt-1.5">
          <button type="button" className="link" onClick={() => void serveHome(chart.zones[0]?.code ?? "")}>
            All of {countryName(habits.country)} in zone {chart.zones[0].code}
          </button>
        </p>
      )}
      <p className="mt-1.5 text-soft">
        – in Zone: not served. <Key>62*</Key> all that begin so, <Key>3700..3790</Key> both ends in.{" "}
        <Key>Ctrl V</Key> pastes rows, <Key>Ctrl Del</Key> removes those selected, <Key>Ctrl Z</Key> undoes.
      </p>
    </section>
  );
}

function range(from: number, to: number): number[] {
  return Array.from({ length: Math.max(0, to - from + 1) }, (_, i) => from + i);
}
