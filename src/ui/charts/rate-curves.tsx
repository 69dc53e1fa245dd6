"use client";

import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";

type Line = readonly (readonly [x: number, y: number])[];

export interface RateCurve {
  readonly key: string;
  readonly name: string;
  /** What is charged, a line a break. */
  readonly charged: readonly Line[];
  /** What would be charged, and is not. */
  readonly spared: readonly Line[];
}

/** How many were counted over a part of the axis, its upper end in it. */
export interface CurveBar {
  readonly from: number;
  readonly to: number;
  readonly count: number;
}

interface Props {
  readonly label: string;
  /** The first is the one that is looked at, the others lie beside it. */
  readonly curves: readonly RateCurve[];
  /** The piece of the first curve that is marked. */
  readonly active?: number | undefined;
  readonly bars?: readonly CurveBar[];
  readonly barsName?: string;
  readonly xUnit: string;
  readonly yUnit: string;
}

const WIDTH = 296;
const HEIGHT = 176;
const BARS = 50;
const LEFT = 34;
const RIGHT = 14;
const BOTTOM = 27;
const TOP = 10;

/** Rates over a measure as steps and slopes; below them what was shipped. The active piece is marked by weight as well as by colour. */
export function RateCurves({ label, curves, active, bars = [], barsName, xUnit, yUnit }: Props) {
  const points = curves.flatMap((curve) => curve.charged.flat());
  const most = Math.max(1, ...points.map(([value]) => value));
  const x = scaleLinear()
    .domain([0, most])
    .range([LEFT, WIDTH - RIGHT]);
  const y = scaleLinear()
    .domain([0, highest(points.map(([, amount]) => amount))])
    .nice(4)
    .range([HEIGHT - BOTTOM, TOP])
    .clamp(true);
  const path = line<readonly [number, number]>()
    .x(([value]) => x(value))
    .y(([, amount]) => y(amount));
  const inView = bars.filter((bar) => bar.from < most);
  const height = HEIGHT + (inView.length > 0 ? BARS : 0);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="img"
      aria-label={label}
      className="narrow block w-full text-[10px]"
    >
      {y.ticks(4).map((tick) => (
        <g key={tick}>
          <line x1={LEFT} x2={WIDTH - RIGHT} y1={y(tick)} y2={y(tick)} stroke="var(--hairline)" />
          <text x={LEFT - 5} y={y(tick) + 3} textAnchor="end" fill="var(--ink-soft)">
            {tick}
          </text>
        </g>
      ))}
      {x.ticks(5).map((tick) => (
        <text key={tick} x={x(tick)} y={HEIGHT - BOTTOM + 13} textAnchor="middle" fill="var(--ink-soft)">
          {tick}
        </text>
      ))}
      <text x={WIDTH - RIGHT} y={HEIGHT - 3} textAnchor="end" fill="var(--ink-soft)">
        {yUnit} by {xUnit}
      </text>
      {[...curves].reverse().map((curve, i) => (
        <Curve
          key={curve.key}
          curve={curve}
          stroke={i === curves.length - 1 ? "var(--ink)" : `var(--lane-${((curves.length - 2 - i) % 8) + 1})`}
          path={(points) => path(points) ?? ""}
          named={curves.length > 1}
          end={([value, amount]) => [x(value), y(amount)]}
        />
      ))}
      <ActivePiece
        points={active === undefined ? undefined : curves[0]?.charged[active]}
        path={(one) => path(one) ?? ""}
        at={([value, amount]) => [x(value), y(amount)]}
      />
      <Bars bars={inView} top={HEIGHT} x={x} name={barsName ?? ""} most={most} />
    </svg>
  );
}

/** Rates per unit rise without end towards 0; what lies far above the rest is cut off. */
function highest(amounts: readonly number[]): number {
  const sorted = [...amounts].sort((a, b) => a - b);
  const usual = sorted[Math.floor(sorted.length * 0.9)] ?? 1;
  return Math.max(Math.min(sorted.at(-1) ?? 1, usual * 2.5), 1e-6);
}

interface CurveProps {
  readonly curve: RateCurve;
  readonly stroke: string;
  readonly path: (points: Line) => string;
  readonly named: boolean;
  readonly end: (point: readonly [number, number]) => readonly [number, number];
}

function Curve({ curve, stroke, path, named, end }: CurveProps) {
  const last = curve.charged.at(-1)?.at(-1);
  const [x, y] = last ? end(last) : [0, 0];
  return (
    <g>
      {curve.charged.map((points, i) => {
        const [start] = points;
        const before = curve.charged[i - 1]?.at(-1);
        return (
          <g key={i}>
            {start && before && before[0] === start[0] && (
              <path d={path([before, start])} stroke={stroke} strokeDasharray="2 2" fill="none" />
            )}
            <path d={path(points)} stroke={stroke} strokeWidth={2} fill="none" />
          </g>
        );
      })}
      {curve.spared.map((points, i) => (
        <path key={i} d={path(points)} stroke={stroke} strokeDasharray="1 3" fill="none" />
      ))}
      {named && last && (
        <text x={x + 2} y={y + 3} fill="var(--ink-soft)">
          {curve.name}
        </text>
      )}
    </g>
  );
}

function ActivePiece({
  points,
  path,
  at,
}: {
  readonly points: Line | undefined;
  readonly path: (points: Line) => string;
  readonly at: (point: readonly [number, number]) => readonly [number, number];
}) {
  const [first, last] = [points?.[0], points?.at(-1)];
  if (!points || !first || !last) return null;
  const [x, y] = at([(first[0] + last[0]) / 2, (first[1] + last[1]) / 2]);
  return (
    <g>
      <path d={path(points)} stroke="var(--sign)" strokeWidth={5} fill="none" />
      <circle cx={x} cy={y} r={4.5} fill="var(--sign)" stroke="var(--ink)" strokeWidth={2} />
    </g>
  );
}

function Bars({
  bars,
  top,
  x,
  name,
  most,
}: {
  readonly bars: readonly CurveBar[];
  readonly top: number;
  readonly x: (value: number) => number;
  readonly name: string;
  readonly most: number;
}) {
  const tallest = Math.max(1, ...bars.map((bar) => bar.count));
  const room = BARS - 20;
  const foot = top + BARS - 14;
  return (
    <g>
      {bars.map((bar) => {
        const height = (bar.count / tallest) * room;
        return (
          <rect
            key={bar.from}
            x={x(bar.from) + 0.5}
            y={foot - height}
            width={Math.max(1, x(Math.min(bar.to, most)) - x(bar.from) - 1)}
            height={height}
            fill="var(--lane-1)"
          >
            <title>{`${bar.count} ${name}`}</title>
          </rect>
        );
      })}
      {bars.length > 0 && (
        <text x={LEFT} y={top + BARS - 3} fill="var(--ink-soft)">
          {name}
        </text>
      )}
    </g>
  );
}
