"use client";

import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";

export interface CurvePoints {
  readonly key: number;
  readonly from: number;
  readonly to: number;
  readonly start: number;
  readonly end: number;
  readonly active: boolean;
}

interface Props {
  readonly label: string;
  readonly pieces: readonly CurvePoints[];
  readonly xUnit: string;
  readonly yUnit: string;
}

const WIDTH = 296;
const HEIGHT = 176;
const LEFT = 34;
const BOTTOM = 24;
const TOP = 10;

/** Rates over a measure as steps and slopes; the active piece is marked by weight as well as by colour. */
export function StepCurve({ label, pieces, xUnit, yUnit }: Props) {
  const x = scaleLinear()
    .domain([0, Math.max(1, ...pieces.map((piece) => piece.to))])
    .range([LEFT, WIDTH - 6]);
  const y = scaleLinear()
    .domain([0, Math.max(1, ...pieces.map((piece) => Math.max(piece.start, piece.end)))])
    .nice(4)
    .range([HEIGHT - BOTTOM, TOP]);
  const path = line<readonly [number, number]>()
    .x(([value]) => x(value))
    .y(([, amount]) => y(amount));
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={label}
      className="narrow block w-full text-[10px]"
    >
      {y.ticks(4).map((tick) => (
        <g key={tick}>
          <line x1={LEFT} x2={WIDTH - 6} y1={y(tick)} y2={y(tick)} stroke="var(--hairline)" />
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
      <text x={WIDTH - 6} y={HEIGHT - 1} textAnchor="end" fill="var(--ink-soft)">
        {yUnit} by {xUnit}
      </text>
      {pieces.map((piece, i) => {
        const before = pieces[i - 1];
        const joined = before && before.to === piece.from;
        return (
          <g key={piece.key}>
            {joined && (
              <line
                x1={x(piece.from)}
                x2={x(piece.from)}
                y1={y(before.end)}
                y2={y(piece.start)}
                stroke="var(--ink)"
                strokeWidth={1}
                strokeDasharray="2 2"
              />
            )}
            <path
              d={
                path([
                  [piece.from, piece.start],
                  [piece.to, piece.end],
                ]) ?? ""
              }
              stroke={piece.active ? "var(--sign)" : "var(--ink)"}
              strokeWidth={piece.active ? 5 : 2}
              strokeLinecap="butt"
              fill="none"
            />
            {piece.active && (
              <circle
                cx={x((piece.from + piece.to) / 2)}
                cy={y((piece.start + piece.end) / 2)}
                r={4.5}
                fill="var(--sign)"
                stroke="var(--ink)"
                strokeWidth={2}
              />
            )}
          </g>
        );
      })}
    </svg>
  );
}
