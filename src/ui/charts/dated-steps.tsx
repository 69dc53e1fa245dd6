import { scaleLinear } from "d3-scale";
import { line, curveStepAfter } from "d3-shape";

export interface DatedFigure {
  /** A date as 2026-10-01, from which the figure holds. */
  readonly from: string;
  readonly figure: number;
}

interface Props {
  readonly label: string;
  readonly figures: readonly DatedFigure[];
  readonly unit: string;
  readonly today: string;
}

const WIDTH = 280;
const HEIGHT = 92;
const LEFT = 30;
const RIGHT = 8;
const BOTTOM = 18;
const TOP = 8;
const DAY_MS = 86_400_000;

/** Figures that hold from a day on, as steps over time; the day of today is marked where it lies in between. */
export function DatedSteps({ label, figures, unit, today }: Props) {
  const sorted = [...figures].sort((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : 0));
  const [first] = sorted;
  if (!first) return null;
  const days = sorted.map((one) => Date.parse(one.from));
  const now = Date.parse(today);
  const begin = days[0] ?? now;
  const end = Math.max(now, days.at(-1) ?? now) + 30 * DAY_MS;
  const x = scaleLinear()
    .domain([begin, end])
    .range([LEFT, WIDTH - RIGHT]);
  const y = scaleLinear()
    .domain([0, Math.max(1, ...sorted.map((one) => one.figure))])
    .nice(3)
    .range([HEIGHT - BOTTOM, TOP]);
  const points = [...sorted.map((one, i) => [days[i] ?? begin, one.figure] as const)];
  const path = line<readonly [number, number]>()
    .x(([day]) => x(day))
    .y(([, figure]) => y(figure))
    .curve(curveStepAfter);
  const last = points.at(-1);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={label}
      className="narrow block w-full max-w-[300px] text-[10px]"
    >
      {y.ticks(3).map((tick) => (
        <g key={tick}>
          <line x1={LEFT} x2={WIDTH - RIGHT} y1={y(tick)} y2={y(tick)} stroke="var(--hairline)" />
          <text x={LEFT - 4} y={y(tick) + 3} textAnchor="end" fill="var(--ink-soft)">
            {tick}
          </text>
        </g>
      ))}
      <text x={LEFT} y={HEIGHT - 4} fill="var(--ink-soft)">
        {first.from}
      </text>
      <text x={WIDTH - RIGHT} y={HEIGHT - 4} textAnchor="end" fill="var(--ink-soft)">
        {unit}
      </text>
      <path
        d={path(last ? [...points, [end, last[1]] as const] : points) ?? ""}
        stroke="var(--ink)"
        strokeWidth={2}
        fill="none"
      />
      {now >= begin && (
        <g>
          <line x1={x(now)} x2={x(now)} y1={TOP} y2={HEIGHT - BOTTOM} stroke="var(--sign)" strokeWidth={3} />
          <text x={x(now)} y={HEIGHT - 4} textAnchor="middle" fill="var(--ink)">
            today
          </text>
        </g>
      )}
    </svg>
  );
}
