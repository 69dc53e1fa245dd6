import { scaleBand, scaleLinear } from "d3-scale";

export interface HealthHourBar {
  /** `10:00`. */
  readonly name: string;
  readonly answered: number;
  readonly late: number;
  readonly failed: number;
  readonly notAsked: number;
  readonly median: number | undefined;
  readonly p95: number | undefined;
}

interface Props {
  readonly label: string;
  readonly bars: readonly HealthHourBar[];
  /** ms after which nobody waits any longer. */
  readonly timeout: number;
}

const WIDTH = 640;
const CALLS = 88;
const TIMES = 74;
const LEFT = 44;
const GAP = 16;
const FOOT = 14;

const kinds = [
  { key: "answered", words: "answered", fill: "var(--gain)" },
  { key: "late", words: "no answer in time", fill: "url(#health-late)" },
  { key: "failed", words: "another fault", fill: "var(--loss)" },
  { key: "notAsked", words: "not asked", fill: "var(--loss-wash)" },
] as const;

/**
 * A day of calls by the hour: above how many came to what, below how long answers took, the median as a dot and 19 of 20 as the
 * end of its line. What is not an answer is told by hatching and outline too, not by colour alone.
 */
export function HealthHours({ label, bars, timeout }: Props) {
  const most = Math.max(1, ...bars.map((bar) => kinds.reduce((sum, { key }) => sum + bar[key], 0)));
  const slowest = Math.max(timeout, ...bars.map(({ p95 }) => p95 ?? 0));
  const x = scaleBand<number>()
    .domain(bars.map((_, i) => i))
    .range([LEFT, WIDTH])
    .padding(0.15);
  const y = scaleLinear().domain([0, most]).range([CALLS, 8]);
  const top = CALLS + GAP;
  const t = scaleLinear()
    .domain([0, slowest])
    .range([top + TIMES, top + 6]);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${top + TIMES + FOOT}`}
      role="img"
      aria-label={`${label}. ${spoken(bars)}`}
      className="narrow mt-1 block w-full max-w-[640px] text-[9px]"
    >
      <defs>
        <pattern
          id="health-late"
          width="5"
          height="5"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width="5" height="5" fill="var(--loss-wash)" />
          <line x1="0" y1="0" x2="0" y2="5" stroke="var(--loss)" strokeWidth="3" />
        </pattern>
      </defs>
      <Scale ticks={[...new Set([0, most])]} at={(n) => y(n)} unit="calls" />
      <Scale ticks={[0, timeout]} at={(n) => t(n)} unit="ms" />
      <line x1={LEFT} x2={WIDTH} y1={t(timeout)} y2={t(timeout)} stroke="var(--loss)" strokeDasharray="3 3" />
      {bars.map((bar, i) => (
        <g key={bar.name}>
          <title>{hourWords(bar)}</title>
          <Stack bar={bar} x={x(i) ?? 0} width={x.bandwidth()} y={y} />
          {bar.median !== undefined && bar.p95 !== undefined && (
            <g stroke="var(--ink)" fill="var(--ink)">
              <line
                x1={(x(i) ?? 0) + x.bandwidth() / 2}
                x2={(x(i) ?? 0) + x.bandwidth() / 2}
                y1={t(bar.median)}
                y2={t(bar.p95)}
                strokeWidth={1.5}
              />
              <circle cx={(x(i) ?? 0) + x.bandwidth() / 2} cy={t(bar.median)} r={2.6} stroke="none" />
            </g>
          )}
          {i % 3 === 2 && (
            <text
              x={(x(i) ?? 0) + x.bandwidth() / 2}
              y={top + TIMES + FOOT - 3}
              textAnchor="middle"
              fill="var(--ink-soft)"
            >
              {bar.name}
            </text>
          )}
        </g>
      ))}
      <line x1={LEFT} x2={WIDTH} y1={CALLS} y2={CALLS} stroke="var(--hairline-strong)" />
      <line x1={LEFT} x2={WIDTH} y1={top + TIMES} y2={top + TIMES} stroke="var(--hairline-strong)" />
    </svg>
  );
}

function Stack({
  bar,
  x,
  width,
  y,
}: {
  readonly bar: HealthHourBar;
  readonly x: number;
  readonly width: number;
  readonly y: (n: number) => number;
}) {
  let below = 0;
  return kinds.map(({ key, fill }) => {
    const from = below;
    below += bar[key];
    if (bar[key] === 0) return null;
    return (
      <rect
        key={key}
        x={x}
        y={y(below)}
        width={width}
        height={y(from) - y(below)}
        fill={fill}
        stroke={key === "answered" ? "none" : "var(--loss)"}
        strokeWidth={0.7}
      />
    );
  });
}

function Scale({
  ticks,
  at,
  unit,
}: {
  readonly ticks: readonly number[];
  readonly at: (n: number) => number;
  readonly unit: string;
}) {
  return ticks.map((tick, i) => (
    <text key={tick} x={LEFT - 5} y={at(tick) + 3} textAnchor="end" fill="var(--ink-soft)">
      {tick}
      {i > 0 && ` ${unit}`}
    </text>
  ));
}

function hourWords(bar: HealthHourBar): string {
  const parts = kinds.filter(({ key }) => bar[key] > 0).map(({ key, words }) => `${bar[key]} ${words}`);
  const took =
    bar.median === undefined
      ? ""
      : `; half of the answers took ${bar.median} ms, 19 of 20 up to ${bar.p95} ms`;
  return `${bar.name} UTC: ${parts.length > 0 ? parts.join(", ") : "nobody was asked"}${took}`;
}

function spoken(bars: readonly HealthHourBar[]): string {
  const told = bars.filter((bar) => kinds.some(({ key }) => bar[key] > 0)).map(hourWords);
  return told.length > 0 ? `${told.join("; ")}.` : "Nobody was asked.";
}
