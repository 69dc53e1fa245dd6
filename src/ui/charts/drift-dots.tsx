import { scaleLinear, scaleSqrt } from "d3-scale";

export interface DriftDot {
  /** kg. */
  readonly weight: number;
  /** Of what the carrier says: below nothing where our table says too little. */
  readonly percent: number;
  readonly words: string;
}

interface Props {
  readonly label: string;
  readonly dots: readonly DriftDot[];
}

const WIDTH = 640;
const HEIGHT = 190;
const LEFT = 44;
const FOOT = 26;
const TOP = 10;

/** Shipments by weight, and how far our table is from what the carrier says of each: on the line it says the same, below it too little. */
export function DriftDots({ label, dots }: Props) {
  const heaviest = Math.max(1, ...dots.map(({ weight }) => weight));
  const x = scaleSqrt()
    .domain([0, heaviest])
    .range([LEFT + 8, WIDTH - 10]);
  const y = scaleLinear()
    .domain([
      Math.min(-10, ...dots.map(({ percent }) => percent)),
      Math.max(10, ...dots.map(({ percent }) => percent)),
    ])
    .nice()
    .range([HEIGHT - FOOT, TOP]);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`${label}. ${dots.map(({ words }) => words).join("; ")}.`}
      className="narrow mt-1 block w-full max-w-[640px] text-[9px]"
    >
      <rect
        x={LEFT}
        y={y(0)}
        width={WIDTH - LEFT}
        height={HEIGHT - FOOT - y(0)}
        fill="var(--loss-wash)"
        fillOpacity={0.6}
      />
      {y.ticks(5).map((tick) => (
        <g key={tick}>
          <line
            x1={LEFT}
            x2={WIDTH}
            y1={y(tick)}
            y2={y(tick)}
            stroke={tick === 0 ? "var(--ink)" : "var(--hairline)"}
          />
          <text x={LEFT - 5} y={y(tick) + 3} textAnchor="end" fill="var(--ink-soft)">
            {tick > 0 ? `+${tick}` : String(tick).replace("-", "−")} %
          </text>
        </g>
      ))}
      {x
        .ticks(6)
        .filter((tick) => tick > 0)
        .map((tick) => (
          <text key={tick} x={x(tick)} y={HEIGHT - FOOT + 11} textAnchor="middle" fill="var(--ink-soft)">
            {tick} kg
          </text>
        ))}
      {dots.map(({ weight, percent, words }, i) => (
        <circle
          key={i}
          cx={x(weight)}
          cy={y(percent)}
          r={3.2}
          fill={percent < 0 ? "var(--loss)" : "var(--sheet)"}
          stroke={percent < 0 ? "var(--loss)" : "var(--ink)"}
          strokeWidth={1.2}
          fillOpacity={0.8}
        >
          <title>{words}</title>
        </circle>
      ))}
      <text x={WIDTH} y={HEIGHT - 3} textAnchor="end" fill="var(--ink-soft)">
        shaded: our table says less than the carrier
      </text>
    </svg>
  );
}
