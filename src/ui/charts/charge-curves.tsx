"use client";

import { scaleLinear, type ScaleLinear } from "d3-scale";
import { curveStepBefore, line } from "d3-shape";
import { useId, useState, type KeyboardEvent, type MouseEvent } from "react";

/** A value of the axis with what it comes to; without figures where nothing is charged, and why. */
export interface ChargePoint {
  readonly x: number;
  readonly charge?: number;
  readonly cost?: number;
  readonly margin?: number;
  readonly why?: string;
}

export interface ChargeCurve {
  readonly name: string;
  readonly points: readonly ChargePoint[];
}

interface Props {
  readonly label: string;
  /** The first is drawn with its cost and margin, of the others the charge alone. */
  readonly curves: readonly ChargeCurve[];
  readonly xName: string;
  readonly currency: string;
  /** A point of a curve was picked: its place among the points. */
  readonly onPick: (curve: number, point: number) => void;
}

const WIDTH = 620;
const HEIGHT = 250;
const LEFT = 44;
const RIGHT = 12;
const TOP = 12;
const BOTTOM = 34;

/**
 * What is charged over a measure, with the cost and what is left. Arrows walk along the first curve, Enter picks; a figure
 * holds from the point before up to and including its own.
 */
export function ChargeCurves({ label, curves, xName, currency, onPick }: Props) {
  const [at, setAt] = useState<number>();
  const id = useId();
  const [first] = curves;
  const points = first?.points ?? [];
  const all = curves.flatMap((curve) => curve.points);
  const amounts = all.flatMap(({ charge, cost, margin }) => [charge ?? 0, cost ?? 0, margin ?? 0]);
  const x = scaleLinear()
    .domain([0, Math.max(1e-9, ...all.map((point) => point.x))])
    .range([LEFT, WIDTH - RIGHT]);
  const y = scaleLinear()
    .domain([Math.min(0, ...amounts), Math.max(1, ...amounts)])
    .nice(5)
    .range([HEIGHT - BOTTOM, TOP]);
  const path = (list: readonly ChargePoint[], figure: "charge" | "cost" | "margin") =>
    line<ChargePoint>()
      .defined((point) => point[figure] !== undefined)
      .curve(curveStepBefore)
      .x((point) => x(point.x))
      .y((point) => y(point[figure] ?? 0))(list) ?? "";
  const nearest = (event: MouseEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const value = x.invert(((event.clientX - box.left) / box.width) * WIDTH);
    const found = points.findIndex((point) => point.x >= value);
    return found < 0 ? points.length - 1 : found;
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const by = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
    if (by !== 0) {
      event.preventDefault();
      setAt(Math.min(points.length - 1, Math.max(0, (at ?? -1) + by)));
    }
    if (event.key === "Enter" && at !== undefined) onPick(0, at);
  };
  const looked = at === undefined ? undefined : points[at];
  return (
    <figure className="max-w-[680px]">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="application"
        aria-label={`${label}: arrows walk along it, Enter makes a trial`}
        aria-describedby={`${id}-read`}
        tabIndex={0}
        className="narrow block w-full cursor-crosshair text-[11px]"
        onMouseMove={(event) => setAt(nearest(event))}
        onMouseLeave={() => setAt(undefined)}
        onClick={(event) => onPick(0, nearest(event))}
        onKeyDown={onKeyDown}
      >
        <Axes x={x} y={y} words={`${currency} by ${xName}`} />
        {[...curves.entries()].slice(1).map(([i, curve]) => (
          <path
            key={i}
            d={path(curve.points, "charge")}
            fill="none"
            stroke={`var(--lane-${((i - 1) % 8) + 1})`}
            strokeWidth={2}
          />
        ))}
        <path
          d={path(points, "margin")}
          fill="none"
          stroke="var(--gain)"
          strokeDasharray="1 3"
          strokeWidth={2}
        />
        <path d={path(points, "cost")} fill="none" stroke="var(--ink-soft)" strokeDasharray="6 4" />
        <path d={path(points, "charge")} fill="none" stroke="var(--ink)" strokeWidth={2.2} />
        {looked && (
          <>
            <line x1={x(looked.x)} x2={x(looked.x)} y1={TOP} y2={HEIGHT - BOTTOM} stroke="var(--ink-soft)" />
            {looked.charge !== undefined && (
              <circle
                cx={x(looked.x)}
                cy={y(looked.charge)}
                r={5}
                fill="var(--sign)"
                stroke="var(--ink)"
                strokeWidth={2}
              />
            )}
          </>
        )}
      </svg>
      <Legend curves={curves} />
      <p id={`${id}-read`} aria-live="polite" className="min-h-[20px]">
        {looked && reading(looked, xName, currency)}
      </p>
    </figure>
  );
}

function reading(point: ChargePoint, xName: string, currency: string): string {
  const head = `${String(Math.round(point.x * 1000) / 1000)} ${xName}: `;
  if (point.charge === undefined) return `${head}${point.why ?? "no offer"}`;
  return `${head}charge ${point.charge.toFixed(2)}, we pay ${(point.cost ?? 0).toFixed(2)}, we keep ${(point.margin ?? 0).toFixed(2)} ${currency}`;
}

function Axes({
  x,
  y,
  words,
}: {
  readonly x: ScaleLinear<number, number>;
  readonly y: ScaleLinear<number, number>;
  readonly words: string;
}) {
  return (
    <>
      {y.ticks(5).map((tick) => (
        <g key={tick}>
          <line
            x1={LEFT}
            x2={WIDTH - RIGHT}
            y1={y(tick)}
            y2={y(tick)}
            stroke={tick === 0 ? "var(--ink)" : "var(--hairline)"}
          />
          <text x={LEFT - 6} y={y(tick) + 4} textAnchor="end" fill="var(--ink-soft)">
            {tick}
          </text>
        </g>
      ))}
      {x.ticks(8).map((tick) => (
        <text key={tick} x={x(tick)} y={HEIGHT - BOTTOM + 15} textAnchor="middle" fill="var(--ink-soft)">
          {tick}
        </text>
      ))}
      <text x={WIDTH - RIGHT} y={HEIGHT - 4} textAnchor="end" fill="var(--ink-soft)">
        {words}
      </text>
    </>
  );
}

/** What each line is. */
function Legend({ curves }: { readonly curves: readonly ChargeCurve[] }) {
  const [first] = curves;
  return (
    <figcaption className="flex flex-wrap gap-x-4 text-soft">
      <span>
        <svg width="22" height="8" aria-hidden className="mr-1 inline">
          <line x1="0" x2="22" y1="4" y2="4" stroke="var(--ink)" strokeWidth="2.2" />
        </svg>
        charge{curves.length > 1 && `, ${first?.name ?? ""}`}
      </span>
      <span>
        <svg width="22" height="8" aria-hidden className="mr-1 inline">
          <line x1="0" x2="22" y1="4" y2="4" stroke="var(--ink-soft)" strokeDasharray="6 4" />
        </svg>
        we pay
      </span>
      <span>
        <svg width="22" height="8" aria-hidden className="mr-1 inline">
          <line x1="0" x2="22" y1="4" y2="4" stroke="var(--gain)" strokeDasharray="1 3" strokeWidth="2" />
        </svg>
        we keep, without tax
      </span>
      {curves.slice(1).map((curve, i) => (
        <span key={curve.name}>
          <svg width="22" height="8" aria-hidden className="mr-1 inline">
            <line x1="0" x2="22" y1="4" y2="4" stroke={`var(--lane-${(i % 8) + 1})`} strokeWidth="2" />
          </svg>
          charge, {curve.name}
        </span>
      ))}
    </figcaption>
  );
}
