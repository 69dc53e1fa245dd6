"use client";

import Link from "next/link";
import { useCallback, useMemo, useState } from "react";
import { joinPath } from "@/core/setup/path";
import type { Edition, Tariff } from "@/core/setup/tariff";
import type { ZoneChart } from "@/core/setup/zone-chart";
import { answerText, MemberHead, useDraft, type Notice } from "@/features/draft";
import { classNames } from "@/ui/class-names";
import type { Place } from "@/ui/grid/block";
import { DataGrid, type GridColumn } from "@/ui/grid/data-grid";
import type { CellEdit, GridCommitted } from "@/ui/grid/use-grid";
import { Key } from "@/ui/parts/key";
import { cellChanges, cellOf, cellText, columnAt, LEAD } from "./cell-edits";
import { CellPanel } from "./cell-panel";
import { EdgeInput } from "./edge-input";
import { boundaryWords, editionState, measureWords } from "./tariff-words";
import { TariffTools } from "./tariff-tools";

interface Props {
  readonly tariff: Tariff;
  readonly chart: ZoneChart | undefined;
  readonly edition: Edition;
  readonly today: string;
  readonly daysLeft: Readonly<Record<string, number>>;
  readonly notices: readonly Notice[];
  readonly start: Place | undefined;
  readonly carrierName: string | undefined;
}

/** One freight table: its editions, the grid, and what the active cell means. */
export function TariffWorkbench({
  tariff,
  chart,
  edition,
  today,
  daysLeft,
  notices,
  start,
  carrierName,
}: Props) {
  const { commit, mayEdit } = useDraft();
  const path = joinPath("tariffs", tariff.code, "editions", edition.label);
  const [active, setActive] = useState<Place>(start ?? { row: 0, column: LEAD });
  const names = useMemo(() => new Map(chart?.zones.map((zone) => [zone.code, zone.name])), [chart]);
  const textOf = useCallback(
    (place: Place) =>
      place.column === 1 ? (names.get(edition.rows[place.row]?.zone ?? "") ?? "") : cellText(edition, place),
    [edition, names],
  );
  const editable = useCallback(
    (place: Place) => mayEdit && place.column >= LEAD && edition.bands === undefined,
    [mayEdit, edition],
  );
  const store = useCallback(
    async (edits: readonly CellEdit[]): Promise<GridCommitted> => {
      const answer = await commit(cellChanges(edition, edits, path));
      if (answer.ok) return { ok: true };
      const at = cellOf(edition, answer.problems[0]?.path ?? "");
      return { ok: false, text: answerText(answer), ...(at ? { at } : {}) };
    },
    [commit, edition, path],
  );
  const marked = useMemo(
    () => new Set(notices.filter((notice) => notice.severity !== "note").map((notice) => notice.source)),
    [notices],
  );
  const columns = useMemo(() => columnsOf(tariff, edition, path), [tariff, edition, path]);
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
          <Editions tariff={tariff} current={edition.label} today={today} daysLeft={daysLeft} />
          <DataGrid
            key={edition.label}
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
              marked.has(`${path}/rows/${row}/rates/${column - LEAD}`) ? "warning" : undefined
            }
            overhead={boundaryWords(tariff)}
            onActive={setActive}
            height="calc(100vh - 280px)"
            start={start ?? { row: 0, column: LEAD }}
            takeFocus={start !== undefined}
          />
          <p className="mt-1.5 text-soft">
            An empty cell means no rate there. <Key>Ctrl V</Key> pastes a block, <Key>F2</Key> edits,{" "}
            <Key>Ctrl Z</Key> undoes.
          </p>
          <TariffTools tariff={tariff} edition={edition} chart={chart} path={path} />
        </div>
        <CellPanel tariff={tariff} chart={chart} edition={edition} active={active} notices={notices} />
      </div>
    </div>
  );
}

function columnsOf(tariff: Tariff, edition: Edition, path: string): GridColumn[] {
  const breaks = edition.breaks.map(
    (entry, index): GridColumn => ({
      key: `break ${index}`,
      name: entry.edge ?? "and above",
      head: <EdgeInput tariff={tariff} edition={edition} index={index} path={`${path}/breaks/${index}`} />,
      width: 72,
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

interface EditionsProps {
  readonly tariff: Tariff;
  readonly current: string;
  readonly today: string;
  readonly daysLeft: Readonly<Record<string, number>>;
}

function Editions({ tariff, current, today, daysLeft }: EditionsProps) {
  return (
    <nav aria-label="Editions" className="mb-2.5">
      <ul className="flex flex-wrap">
        {tariff.editions.map((edition) => {
          const state = editionState(edition, today);
          const here = edition.label === current;
          const left = daysLeft[edition.label];
          return (
            <li key={edition.label} className="-ml-px first:ml-0">
              <Link
                href={`/tariffs/${encodeURIComponent(tariff.code)}?edition=${encodeURIComponent(edition.label)}`}
                prefetch={false}
                aria-current={here ? "page" : undefined}
                className={classNames(
                  "block border border-hairline px-3 py-1",
                  here ? "bg-ink text-on-ink" : "bg-sheet hover:bg-well",
                )}
              >
                <span className="font-semibold">{edition.label}</span>{" "}
                <span className={here ? "" : "text-soft"}>
                  {state === "to come" ? `from ${edition.from}` : state}
                  {state === "in force" && left !== undefined ? `, ${left} days left` : ""}
                </span>
              </Link>
            </li>
          );
        })}
        {tariff.editions.length > 1 && (
          <li className="ml-3 self-center">
            <Link
              href={`/tariffs/${encodeURIComponent(tariff.code)}/compare?${new URLSearchParams({ a: before(tariff, current), b: current }).toString()}`}
              prefetch={false}
              className="link"
            >
              Compare editions
            </Link>
          </li>
        )}
      </ul>
    </nav>
  );
}

/** The edition that stands before this one, or another where there is none. */
function before(tariff: Tariff, label: string): string {
  const at = tariff.editions.findIndex((edition) => edition.label === label);
  return (tariff.editions[at - 1] ?? tariff.editions[at + 1])?.label ?? label;
}
