"use client";

import { useCallback, useMemo, useState } from "react";
import { Decimal } from "@/core/money/decimal";
import type { CellMargin } from "@/core/tariffs/table-margins";
import type { Edition, Tariff } from "@/core/setup/tariff";
import type { ZoneChart } from "@/core/setup/zone-chart";
import { useDraft, type Notice } from "@/features/draft";
import type { Json } from "@/core/setup/path";
import type { Place } from "@/ui/grid/block";
import { DataGrid } from "@/ui/grid/data-grid";
import type { GridColumn } from "@/ui/grid/grid-columns";
import type { CellEdit, GridCommitted } from "@/ui/grid/grid-source";
import { Key } from "@/ui/parts/key";
import { cellChanges, cellOf, cellText, columnAt, LEAD, ratePath, ratesOn } from "./cell-edits";
import { EdgeInput } from "./edge-input";
import { boundaryWords } from "./tariff-words";
import { Trouble } from "@/ui/parts/trouble";

interface Props {
  readonly tariff: Tariff;
  readonly edition: Edition;
  readonly chart: ZoneChart | undefined;
  readonly path: string;
  readonly page: number;
  readonly shaded: boolean;
  readonly margins: readonly CellMargin[] | undefined;
  readonly notices: readonly Notice[];
  readonly noted: (place: Place) => boolean;
  /** Whether a cell is otherwise in what is live. */
  readonly changed: (place: Place) => boolean;
  readonly start: Place | undefined;
  readonly onActive: (place: Place) => void;
  readonly onRows: (top: number, bottom: number) => void;
  readonly onTyping: (typed: CellEdit | undefined) => void;
}

/** The table itself: zones down, breaks across, on the page of one band. */
export function RatesGrid(props: Props) {
  const { tariff, edition, chart, path, page, shaded, margins, notices, start } = props;
  const { commit, mayEdit } = useDraft();
  const names = useMemo(() => new Map(chart?.zones.map((zone) => [zone.code, zone.name])), [chart]);
  const textOf = useCallback(
    (place: Place) =>
      place.column === 1
        ? (names.get(edition.rows[place.row]?.zone ?? "") ?? "")
        : cellText(edition, page, place),
    [edition, page, names],
  );
  const editable = useCallback((place: Place) => mayEdit && place.column >= LEAD, [mayEdit]);
  const store = useCallback(
    async (edits: readonly CellEdit[]): Promise<GridCommitted> => {
      const answer = await commit(cellChanges(edition, page, edits, path));
      if (answer.ok) return { ok: true };
      const at = cellOf(edition, answer.problems[0]?.path ?? "");
      return { ok: false, text: answer.text, conflict: answer.code === "conflict", ...(at ? { at } : {}) };
    },
    [commit, edition, page, path],
  );
  const [trouble, setTrouble] = useState<string>();
  const removeRows = async (top: number, bottom: number) => {
    const gone = edition.rows.slice(top, bottom + 1);
    if (!mayEdit || gone.length === 0) return;
    // from the end, so that the places of the others hold
    const changes = gone
      .map((entry, i) => ({ path: `${path}/rows/${top + i}`, from: entry as Json }))
      .reverse();
    const answer = await commit(changes);
    setTrouble(answer.ok ? undefined : answer.text);
  };
  const rowKey = useCallback((row: number) => edition.rows[row]?.zone, [edition]);
  const reach = useCallback(
    // rates that are pasted never go on into the bounds of the row
    (column: number) =>
      LEAD + edition.breaks.length - 1 + (columnAt(edition, column).kind === "break" ? 0 : 2),
    [edition],
  );
  const marked = useMemo(
    () => new Set(notices.filter((notice) => notice.severity !== "note").map((notice) => notice.source)),
    [notices],
  );
  const shades = useMemo(() => (shaded ? shadesOf(edition, page) : undefined), [shaded, edition, page]);
  const beside = useMemo(
    () => margins && new Map(margins.map((cell) => [`${cell.zone} ${cell.break}`, cell])),
    [margins],
  );
  const columns = useMemo(
    () => columnsOf(tariff, edition, path, beside !== undefined),
    [tariff, edition, path, beside],
  );
  const marginAt = ({ row, column }: Place) => {
    const cell = beside?.get(`${edition.rows[row]?.zone ?? ""} ${column - LEAD}`);
    if (!cell || columnAt(edition, column).kind !== "break") return undefined;
    const loss = Decimal.of(cell.margin).sign < 0;
    return { text: loss ? cell.margin.replace("-", "−") : `+${cell.margin}`, loss };
  };
  return (
    <>
      <DataGrid
        label={`${tariff.name}, edition ${edition.label}`}
        columns={columns}
        rows={edition.rows.length}
        textOf={textOf}
        mayEdit={editable}
        commit={store}
        emptyText={({ column }) =>
          columnAt(edition, column).kind === "break" ? "no rate" : column < LEAD ? "" : "none"
        }
        mark={({ row, column }) =>
          marked.has(`${path}/${ratePath(edition, page, row, column - LEAD)}`) ? "warning" : undefined
        }
        shade={({ row, column }) => shades?.get(`${row} ${column - LEAD}`)}
        aside={beside ? marginAt : undefined}
        noted={props.noted}
        changed={props.changed}
        overhead={boundaryWords(tariff)}
        onActive={props.onActive}
        onRows={props.onRows}
        onTyping={props.onTyping}
        onRemoveRows={(top, bottom) => void removeRows(top, bottom)}
        rowKey={rowKey}
        reach={reach}
        memory={`${path} ${page}`}
        height="calc(100vh - 330px)"
        start={start ?? { row: 0, column: LEAD }}
        takeFocus={start !== undefined}
      />
      <Trouble text={trouble} />
      <p className="mt-1.5 text-soft">
        An empty cell means no rate there. <Key>Ctrl V</Key> pastes a block, <Key>Ctrl D</Key> fills down,{" "}
        <Key>Ctrl R</Key> to the right, <Key>Ctrl Del</Key> removes the rows selected, <Key>Ctrl Z</Key>{" "}
        undoes.
      </p>
    </>
  );
}

const BREAK_WIDTH = 72;
/** With the margin beside the rate. */
const WIDE_WIDTH = 108;

function columnsOf(tariff: Tariff, edition: Edition, path: string, wide: boolean): GridColumn[] {
  const breaks = edition.breaks.map(
    (entry, index): GridColumn => ({
      key: `break ${index}`,
      name: entry.edge ?? "and above",
      head: <EdgeInput tariff={tariff} edition={edition} index={index} path={`${path}/breaks/${index}`} />,
      width: wide ? WIDE_WIDTH : BREAK_WIDTH,
      numeric: true,
    }),
  );
  return [
    { key: "zone", name: "Zone", head: "Zone", width: 80, fixed: true },
    { key: "name", name: "Zone's name", head: "Name", width: 172, fixed: true },
    ...breaks,
    { key: "minimum", name: "Minimum", head: "at least", width: 66, numeric: true },
    { key: "maximum", name: "Maximum", head: "at most", width: 66, numeric: true },
  ];
}

/** How dear each rate is among the rates of its break, from 0 the cheapest to 1 the dearest. */
function shadesOf(edition: Edition, page: number): ReadonlyMap<string, number> {
  const shades = new Map<string, number>();
  edition.breaks.forEach((_, index) => {
    const rates = edition.rows.map((__, row) => ratesOn(edition, row, page)[index] ?? null);
    const figures = rates.flatMap((rate) => (rate === null ? [] : [Number(rate)]));
    const [least, most] = [Math.min(...figures), Math.max(...figures)];
    rates.forEach((rate, row) => {
      if (rate !== null)
        shades.set(`${row} ${index}`, most === least ? 0.5 : (Number(rate) - least) / (most - least));
    });
  });
  return shades;
}
