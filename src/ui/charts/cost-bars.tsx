import { scaleBand, scaleLinear } from "d3-scale";

export interface CostBar {
  /** Its first day. */
  readonly from: string;
  /** Figures of a picture; what they say is said in `words`. */
  readonly charged: number;
  readonly billed: number;
  /** Of what nothing is billed yet. */
  readonly expected: number;
  readonly words: string;
}

interface Props {
  readonly label: string;
  readonly bars: readonly CostBar[];
  readonly unit: string;
}

const WIDTH = 720;
const HEIGHT = 190;
const LEFT = 44;
const FOOT = 18;
const TOP = 8;

/**
 * What was paid and what was charged, side by side over time: cost as a bar, solid where it is billed and hatched where it is
 * only expected; the charge as a line across it. What of the bar stands above the line is lost, and drawn so.
 */
export function CostBars({ label, bars, unit }: Props) {
  const most = Math.max(1, ...bars.flatMap(({ charged, billed, expected }) => [charged, billed + expected]));
  const x = scaleBand<string>()
    .domain(bars.map(({ from }) => from))
    .range([LEFT, WIDTH])
    .padding(0.18);
  const y = scaleLinear()
    .domain([0, most])
    .nice(4)
    .range([HEIGHT - FOOT, TOP]);
  const every = Math.ceil(bars.length / 10);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`${label}. ${bars.map(({ words }) => words).join("; ")}.`}
      className="narrow block w-full text-[10px]"
    >
      <defs>
        <pattern
          id="expected-cost"
          width="5"
          height="5"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width="5" height="5" fill="var(--sheet)" />
          <line x1="0" y1="0" x2="0" y2="5" stroke="var(--lane-1)" strokeWidth="4" />
        </pattern>
      </defs>
      {y.ticks(4).map((tick) => (
        <g key={tick}>
          <line x1={LEFT} x2={WIDTH} y1={y(tick)} y2={y(tick)} stroke="var(--hairline)" />
          <text x={LEFT - 5} y={y(tick) + 3} textAnchor="end" fill="var(--ink-soft)">
            {tick}
          </text>
        </g>
      ))}
      <text x={0} y={HEIGHT - 5} fill="var(--ink-soft)">
        {unit}
      </text>
      {bars.map((bar, i) => (
        <Bar
          key={bar.from}
          bar={bar}
          left={x(bar.from) ?? 0}
          width={x.bandwidth()}
          y={y}
          hasName={i % every === 0}
        />
      ))}
    </svg>
  );
}

function Bar({
  bar: { from, charged, billed, expected, words },
  left,
  width,
  y,
  hasName,
}: {
  readonly bar: CostBar;
  readonly left: number;
  readonly width: number;
  readonly y: (value: number) => number;
  readonly hasName: boolean;
}) {
  const cost = billed + expected;
  const part = (low: number, high: number) => ({ y: y(high), height: Math.max(0, y(low) - y(high)) });
  const line = y(Math.max(0, charged));
  return (
    <g>
      <title>{words}</title>
      <rect x={left} width={width} {...part(0, billed)} fill="var(--lane-1)" />
      <rect
        x={left}
        width={width}
        {...part(billed, cost)}
        fill="url(#expected-cost)"
        stroke="var(--lane-1)"
      />
      {cost > charged && (
        <rect
          x={left}
          width={width}
          {...part(Math.max(0, charged), cost)}
          fill="var(--loss)"
          stroke="var(--loss)"
        />
      )}
      <line
        x1={left - width * 0.12}
        x2={left + width * 1.12}
        y1={line}
        y2={line}
        stroke="var(--ink)"
        strokeWidth={2.5}
      />
      {hasName && (
        <text x={left + width / 2} y={HEIGHT - 5} textAnchor="middle" fill="var(--ink-soft)">
          {from.slice(5)}
        </text>
      )}
    </g>
  );
}
