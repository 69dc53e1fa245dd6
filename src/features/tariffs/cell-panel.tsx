"use client";

import { useMemo, useState, type ReactNode } from "react";
import type { Edition, Tariff } from "@/core/setup/tariff";
import type { ZoneChart } from "@/core/setup/zone-chart";
import { compileTariff } from "@/core/tariffs/compiled-tariff";
import { curveLines, rateCurve } from "@/core/tariffs/curve";
import { histogram } from "@/core/tariffs/histogram";
import { compileChart } from "@/core/zones/compiled-chart";
import { count } from "@/messages/figures";
import { RateCurves } from "@/ui/charts/rate-curves";
import type { Place } from "@/ui/grid/block";
import { columnAt, ratesOn } from "./cell-edits";
import type { Shipped } from "./shipped-panel";
import { breakOf, edgeUnit, rateMeaning } from "./tariff-words";

interface Props {
  readonly tariff: Tariff;
  readonly chart: ZoneChart | undefined;
  readonly edition: Edition;
  readonly page: number;
  readonly active: Place;
  /** The rows that are selected, both in. */
  readonly rows: readonly [top: number, bottom: number];
  readonly shipped: readonly Shipped[];
  /** What is live, and the active cell's rate in it where that is otherwise ("" for none). */
  readonly live: { readonly revision: number; readonly rate: string | undefined } | undefined;
  readonly children: ReactNode;
}

/** Curves a drawing can hold apart. */
const MOST_CURVES = 6;
const BARS = 24;

/** What the active cell means in a sentence, and the curves of its zone and of the others that are selected. */
export function CellPanel({ tariff, chart, edition, page, active, rows, shipped, live, children }: Props) {
  const [kind, setKind] = useState<"amount" | "perUnit">("amount");
  const row = edition.rows[active.row];
  const column = columnAt(edition, active.column);
  const zoneName = chart?.zones.find((zone) => zone.code === row?.zone)?.name ?? "";
  const unit = edgeUnit(tariff);
  const [top, bottom] = rows;
  const curves = useMemo(
    () => (chart ? curvesOf(tariff, chart, edition, page, active.row, [top, bottom], kind) : []),
    [tariff, chart, edition, page, active.row, top, bottom, kind],
  );
  const zones = curves.map((curve) => curve.key);
  const values = shipped.filter(({ zone }) => zones.includes(zone)).map(({ value }) => value);
  const most = Math.max(0, ...curves.flatMap((curve) => curve.charged.flat().map(([x]) => x)));
  if (!row) return null;
  const piece = column.kind === "break" ? curves[0]?.breaks.indexOf(column.index) : -1;
  return (
    <section className="sheet px-2.5 py-2">
      <div className="flex items-baseline justify-between gap-2">
        <h2>
          Zone {row.zone}
          {zoneName && `, ${zoneName}`}
        </h2>
        <select
          aria-label="Drawn"
          className="control h-6 px-0.5 text-xs"
          value={kind}
          onChange={(event) => setKind(event.target.value === "perUnit" ? "perUnit" : "amount")}
        >
          <option value="amount">{tariff.currency}</option>
          <option value="perUnit">
            {tariff.currency} per {unit}
          </option>
        </select>
      </div>
      <RateCurves
        label={`Rates of ${zones.length > 1 ? "zones" : "zone"} ${zones.join(", ")} over ${unit}`}
        xUnit={unit}
        yUnit={kind === "amount" ? tariff.currency : `${tariff.currency} per ${unit}`}
        curves={curves}
        active={piece === undefined || piece < 0 ? undefined : piece}
        bars={histogram(values, most, BARS)}
        barsName={`${count(values.length, "shipment")} in a year`}
      />
      <p className="mt-1" aria-live="polite">
        {cellSentence(tariff, edition, page, active)}
        {live?.rate !== undefined && (
          <span className="mt-0.5 block border-l-2 border-dashed border-l-ink pl-2">
            {live.rate === "" ? "No rate" : `${live.rate} ${tariff.currency}`} in revision {live.revision},
            which is live.
          </span>
        )}
      </p>
      {edition.lowerNextBreak === true && (
        <p className="text-soft">Dotted: what the next break's rate at its edge would save.</p>
      )}
      {children}
    </section>
  );
}

/** The active row's curve first, then those of the other selected rows. */
function curvesOf(
  tariff: Tariff,
  chart: ZoneChart,
  edition: Edition,
  page: number,
  active: number,
  [top, bottom]: readonly [number, number],
  kind: "amount" | "perUnit",
) {
  const others = Array.from({ length: bottom - top + 1 }, (_, i) => top + i).filter((row) => row !== active);
  const wanted = [active, ...others].slice(0, MOST_CURVES).flatMap((row) => edition.rows[row] ?? []);
  const compiled = compileTariff(
    { ...tariff, editions: [{ ...edition, rows: wanted }] },
    compileChart(chart),
  );
  return wanted.map(({ zone }) => {
    const pieces = rateCurve(compiled, edition.label, zone, page);
    return { key: zone, name: zone, ...curveLines(pieces, kind), breaks: pieces.map((one) => one.break) };
  });
}

function cellSentence(tariff: Tariff, edition: Edition, page: number, { row, column }: Place): string {
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
  if (at.kind !== "break" || !brk)
    return `${count(edition.rows.length, "zone")}, ${count(edition.breaks.length, "break")}.`;
  const rate = ratesOn(edition, row, page)[at.index];
  const where = breakOf(tariff, edition, at.index);
  return typeof rate === "string"
    ? `${capital(where)}: ${rate} ${currency} ${rateMeaning(tariff, brk)}.`
    : `${capital(where)}: no rate, nothing is offered there.`;
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
