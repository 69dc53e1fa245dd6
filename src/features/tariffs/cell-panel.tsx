"use client";

import { useMemo } from "react";
import { joinPath } from "@/core/setup/path";
import type { Edition, Tariff } from "@/core/setup/tariff";
import type { ZoneChart } from "@/core/setup/zone-chart";
import { compileTariff } from "@/core/tariffs/compiled-tariff";
import { rateCurve } from "@/core/tariffs/curve";
import { compileChart } from "@/core/zones/compiled-chart";
import type { Notice } from "@/features/draft";
import { StepCurve } from "@/ui/charts/step-curve";
import type { Place } from "@/ui/grid/block";
import { TakeOutBreak } from "./break-tools";
import { columnAt } from "./cell-edits";
import { breakOf, edgeUnit, rateMeaning } from "./tariff-words";

interface Props {
  readonly tariff: Tariff;
  readonly chart: ZoneChart | undefined;
  readonly edition: Edition;
  readonly active: Place;
  readonly notices: readonly Notice[];
}

/** What the active cell means in a sentence, its zone's curve, and what checks say about this edition. */
export function CellPanel({ tariff, chart, edition, active, notices }: Props) {
  const row = edition.rows[active.row];
  const column = columnAt(edition, active.column);
  const zoneName = chart?.zones.find((zone) => zone.code === row?.zone)?.name ?? "";
  const compiled = useMemo(
    () => (chart ? compileTariff(tariff, compileChart(chart)) : undefined),
    [tariff, chart],
  );
  const pieces = useMemo(
    () => (compiled && row && !edition.bands ? rateCurve(compiled, edition.label, row.zone) : []),
    [compiled, row, edition],
  );
  return (
    <aside aria-label="The active cell" className="min-w-0 space-y-2">
      {row && (
        <section className="sheet px-2.5 py-2">
          <h2>
            Zone {row.zone}
            {zoneName && `, ${zoneName}`}
          </h2>
          <StepCurve
            label={`Rates of zone ${row.zone} over ${edgeUnit(tariff)}`}
            xUnit={edgeUnit(tariff)}
            yUnit={tariff.currency}
            pieces={pieces.map((piece) => ({
              ...piece,
              key: piece.break,
              active: column.kind === "break" && column.index === piece.break,
            }))}
          />
          <p className="mt-1" aria-live="polite">
            {cellSentence(tariff, edition, active)}
          </p>
          {column.kind === "break" && (
            <TakeOutBreak
              tariff={tariff}
              edition={edition}
              path={joinPath("tariffs", tariff.code, "editions", edition.label)}
              index={column.index}
            />
          )}
        </section>
      )}
      {notices.map((notice) => (
        <p
          key={`${notice.source} ${notice.text}`}
          className={`sheet border-l-4 px-2.5 py-1.5 ${notice.severity === "note" ? "border-l-edge" : "border-l-sign"}`}
        >
          {notice.text}
        </p>
      ))}
    </aside>
  );
}

function cellSentence(tariff: Tariff, edition: Edition, { row, column }: Place): string {
  const entry = edition.rows[row];
  const at = columnAt(edition, column);
  if (!entry) return "";
  const { currency } = tariff;
  if (at.kind === "minimum")
    return entry.minimum === undefined
      ? "No minimum in this zone."
      : `Never less than ${entry.minimum} ${currency}.`;
  if (at.kind === "maximum")
    return entry.maximum === undefined
      ? "No maximum in this zone."
      : `Never more than ${entry.maximum} ${currency}.`;
  const brk = at.kind === "break" ? edition.breaks[at.index] : undefined;
  if (at.kind !== "break" || !brk) return `${edition.rows.length} zones, ${edition.breaks.length} breaks.`;
  const rate = entry.rates[at.index];
  const where = breakOf(tariff, edition, at.index);
  return typeof rate === "string"
    ? `${capital(where)}: ${rate} ${currency} ${rateMeaning(tariff, brk)}.`
    : `${capital(where)}: no rate, nothing is offered there.`;
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
