"use client";

import { useCallback, useMemo, useState } from "react";
import { joinPath } from "@/core/setup/path";
import type { Edition, Tariff } from "@/core/setup/tariff";
import type { ZoneChart } from "@/core/setup/zone-chart";
import { FindingsNote, MemberHead, useDraft, type Notice } from "@/features/draft";
import type { Place } from "@/ui/grid/block";
import type { CellEdit } from "@/ui/grid/grid-source";
import { BreakPanel } from "./break-tools";
import { cellChanges, columnAt, LEAD } from "./cell-edits";
import { CellPanel } from "./cell-panel";
import { EditionTabs } from "./edition-tabs";
import { notesByCell, noteAt, type CellNote } from "./noted-cells";
import { liveAt, liveByCell, type LiveCells } from "./live-cells";
import { NotePanel } from "./note-panel";
import { PinEdges } from "./pin-edges";
import { RatesGrid } from "./rates-grid";
import { ShippedPanel, type Shipped } from "./shipped-panel";
import { TableLook, type Against } from "./table-look";
import type { TariffUser } from "./tariff-summary";
import { TariffTools } from "./tariff-tools";
import { TariffUsers, type PricedService } from "./tariff-users";
import { measureWords } from "./tariff-words";
import { withEdits } from "./typed-edition";

interface Props {
  readonly tariff: Tariff;
  readonly chart: ZoneChart | undefined;
  readonly edition: Edition;
  readonly today: string;
  readonly daysLeft: Readonly<Record<string, number>>;
  readonly notices: readonly Notice[];
  readonly start: Place | undefined;
  readonly startPage: number;
  readonly carrierName: string | undefined;
  readonly users: readonly TariffUser[];
  /** Services that could be priced by it. */
  readonly services: readonly PricedService[];
  readonly notes: readonly CellNote[];
  /** What the last year's orders had shipped by this tariff. */
  readonly shipped: readonly Shipped[];
  /** The table of the other side it is laid against, and which there are. */
  readonly against: Against | undefined;
  readonly others: readonly { readonly code: string; readonly name: string }[];
  /** What the table is compared with: the revision that is live. */
  readonly live: LiveCells | undefined;
}

/** One freight table: its editions, the grid, what the active cell means, and what it comes to. */
export function TariffWorkbench(props: Props) {
  const { tariff, chart, edition, today, daysLeft, notices, start, carrierName, against, others, shipped } =
    props;
  const path = joinPath("tariffs", tariff.code, "editions", edition.label);
  const [active, setActive] = useState<Place>(start ?? { row: 0, column: LEAD });
  const [page, setPage] = useState(props.startPage);
  const [rows, setRows] = useState<readonly [number, number]>([0, 0]);
  const { signals } = useDraft();
  const [typed, setTyped] = useState<CellEdit>();
  const onTyping = useCallback(
    (edit: CellEdit | undefined) => {
      setTyped(edit);
      signals.type(edit ? cellChanges(edition, page, [edit], path) : []);
    },
    [signals, edition, page, path],
  );
  const [shaded, setShaded] = useState(false);
  const notes = useMemo(() => notesByCell(props.notes), [props.notes]);
  const note = noteAt(notes, tariff.code, edition, page, active);
  const column = columnAt(edition, active.column);
  const { live } = props;
  const differing = useMemo(() => liveByCell(live?.cells ?? []), [live]);
  const liveRate = (place: Place) => liveAt(differing, edition, page, place);
  const onRows = useCallback((top: number, bottom: number) => setRows([top, bottom]), []);
  const shown = useMemo(
    () => (typed ? withEdits(edition, cellChanges(edition, page, [typed], "")) : edition),
    [edition, page, typed],
  );
  return (
    <div className="px-[18px] py-4">
      <div className="grid gap-4 xl:grid-cols-[minmax(0,1fr)_316px]">
        <div className="min-w-0">
          <MemberHead
            list="tariffs"
            member={tariff}
            value={tariff}
            what="Tariff"
            about={`${carrierName === undefined ? "" : `${carrierName} · `}${tariff.side === "buy" ? "what we pay" : "what we charge"} · ${tariff.currency} by ${measureWords(tariff)}`}
            page="/tariffs"
            home="/tariffs"
          />
          <EditionTabs tariff={tariff} current={edition.label} today={today} daysLeft={daysLeft} />
          <TableLook
            tariff={tariff}
            edition={edition}
            page={page}
            onPage={setPage}
            shaded={shaded}
            onShaded={setShaded}
            against={against}
            others={others}
            live={live}
          />
          <RatesGrid
            key={`${edition.label} ${page}`}
            tariff={tariff}
            edition={edition}
            chart={chart}
            path={path}
            page={page}
            shaded={shaded}
            margins={against?.margins}
            notices={notices}
            noted={(place) => (noteAt(notes, tariff.code, edition, page, place)?.text ?? "") !== ""}
            changed={(place) => liveRate(place) !== undefined}
            start={start}
            onActive={setActive}
            onRows={onRows}
            onTyping={onTyping}
          />
          <TariffTools tariff={tariff} edition={edition} chart={chart} path={path} />
        </div>
        <aside aria-label="The active cell" className="min-w-0 space-y-2">
          <CellPanel
            tariff={tariff}
            chart={chart}
            edition={shown}
            page={page}
            active={active}
            rows={rows}
            shipped={shipped}
            live={live && { revision: live.revision, rate: liveRate(active) }}
          >
            {note && <NotePanel key={JSON.stringify(note.cell)} note={note} />}
          </CellPanel>
          <PinEdges tariff={tariff} zone={edition.rows[active.row]?.zone ?? ""} />
          {column.kind === "break" && (
            <BreakPanel tariff={tariff} edition={edition} path={path} index={column.index} />
          )}
          <ShippedPanel tariff={tariff} edition={edition} path={path} shipped={shipped} />
          <TariffUsers tariff={tariff.code} users={props.users} services={props.services} />
          <FindingsNote notices={notices} />
        </aside>
      </div>
    </div>
  );
}
