import { scaleLinear } from "d3-scale";

export interface TimeBar {
  readonly name: string;
  /** First and last day, both in; without a last day it goes on. */
  readonly from: string;
  readonly to: string | undefined;
}

interface Props {
  readonly label: string;
  readonly bars: readonly TimeBar[];
  readonly today: string;
  readonly current: string;
}

const DAY_MS = 86_400_000;
const WIDTH = 640;
const LANE = 9;
const TOP = 12;

/** Bars over time, a lane each so that overlaps are seen; days that none holds are hatched and told. */
export function TimeBars({ label, bars, today, current }: Props) {
  const sorted = [...bars].sort((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : 0));
  const day = (text: string) => Date.parse(text) / DAY_MS;
  const [first] = sorted;
  if (!first) return null;
  const ends = sorted.map((bar) => (bar.to === undefined ? day(bar.from) + 365 : day(bar.to) + 1));
  const end = Math.max(...ends, day(today) + 30);
  const start = Math.min(day(first.from), day(today) - 30);
  const x = scaleLinear().domain([start, end]).range([0, WIDTH]);
  const height = TOP + sorted.length * LANE + 4;
  const gaps = gapsIn(sorted, day);
  const years = yearsBetween(start, end);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="img"
      aria-label={`${label}${gapWords(gaps)}`}
      className="narrow mt-1 block w-full max-w-[640px] text-[9px]"
    >
      {years.map((year) => (
        <g key={year}>
          <line
            x1={x(day(`${year}-01-01`))}
            x2={x(day(`${year}-01-01`))}
            y1={TOP - 2}
            y2={height}
            stroke="var(--hairline)"
          />
          <text x={x(day(`${year}-01-01`)) + 2} y={8} fill="var(--ink-soft)">
            {year}
          </text>
        </g>
      ))}
      {gaps.map((gap) => (
        <rect
          key={gap.from}
          x={x(gap.from)}
          y={TOP}
          width={Math.max(2, x(gap.to) - x(gap.from))}
          height={height - TOP}
          fill="var(--loss)"
          fillOpacity={0.25}
          stroke="var(--loss)"
          strokeDasharray="2 2"
        >
          <title>{`No edition from ${gap.first} to ${gap.last}`}</title>
        </rect>
      ))}
      {sorted.map((bar, i) => (
        <g key={bar.name}>
          <rect
            x={x(day(bar.from))}
            y={TOP + i * LANE}
            width={Math.max(2, x(bar.to === undefined ? end : day(bar.to) + 1) - x(day(bar.from)))}
            height={LANE - 2}
            fill={bar.name === current ? "var(--ink)" : "var(--lane-1)"}
          />
          <text
            x={Math.max(2, x(day(bar.from))) + 3}
            y={TOP + i * LANE + 6}
            fontSize={7}
            fill={bar.name === current ? "var(--on-ink)" : "var(--sheet)"}
          >
            {bar.name}
          </text>
        </g>
      ))}
      <line
        x1={x(day(today))}
        x2={x(day(today))}
        y1={TOP - 4}
        y2={height}
        stroke="var(--sign)"
        strokeWidth={2}
      />
    </svg>
  );
}

interface Gap {
  readonly from: number;
  readonly to: number;
  readonly first: string;
  readonly last: string;
}

function gapsIn(sorted: readonly TimeBar[], day: (text: string) => number): Gap[] {
  const gaps: Gap[] = [];
  let until: number | undefined;
  const text = (at: number) => new Date(at * DAY_MS).toISOString().slice(0, 10);
  for (const bar of sorted) {
    const from = day(bar.from);
    if (until !== undefined && until < from)
      gaps.push({ from: until, to: from, first: text(until), last: text(from - 1) });
    until = Math.max(until ?? 0, bar.to === undefined ? Number.POSITIVE_INFINITY : day(bar.to) + 1);
  }
  return gaps;
}

function gapWords(gaps: readonly Gap[]): string {
  return gaps.map(({ first, last }) => `; none from ${first} to ${last}`).join("");
}

function yearsBetween(start: number, end: number): number[] {
  const year = (at: number) => new Date(at * DAY_MS).getUTCFullYear();
  const first = year(start) + 1;
  return Array.from({ length: Math.max(0, year(end) - first + 1) }, (_, i) => first + i);
}
