import { scaleBand, scaleLinear } from "d3-scale";

export interface SpreadBar {
  /** Edges of what it counts; `null` at the open ends. */
  readonly over: string | null;
  readonly upTo: string | null;
  readonly count: number;
}

interface Props {
  readonly label: string;
  readonly bars: readonly SpreadBar[];
  /** What the edges are figures of. */
  readonly unit: string;
}

const WIDTH = 420;
const HEIGHT = 132;
const FOOT = 26;
const TOP = 14;

/**
 * How many moved by how much: a bar for each step, those below nothing hatched, so that the side is seen without colour. The
 * scale is by the square root, so that a single one beside thousands is still seen; each bar has its figure.
 */
export function SpreadBars({ label, bars, unit }: Props) {
  const most = Math.max(1, ...bars.map(({ count }) => count));
  const x = scaleBand<number>()
    .domain(bars.map((_, i) => i))
    .range([0, WIDTH])
    .padding(0.12);
  const y = scaleLinear()
    .domain([0, Math.sqrt(most)])
    .range([0, HEIGHT - FOOT - TOP]);
  const said = bars.filter(({ count }) => count > 0).map((bar) => `${words(bar, unit)}: ${bar.count}`);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`${label}. ${said.length > 0 ? said.join("; ") : "Nothing moved"}.`}
      className="narrow block w-full text-[9.5px]"
    >
      <defs>
        <pattern id="down" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="6" height="6" fill="var(--loss-wash)" />
          <line x1="0" y1="0" x2="0" y2="6" stroke="var(--loss)" strokeWidth="3" />
        </pattern>
      </defs>
      {bars.map((bar, i) => {
        const height = y(Math.sqrt(bar.count));
        const left = x(i) ?? 0;
        const isDown = bar.upTo !== null && Number(bar.upTo) <= 0;
        return (
          <g key={i}>
            <title>{`${words(bar, unit)}: ${bar.count}`}</title>
            <rect
              x={left}
              y={HEIGHT - FOOT - height}
              width={x.bandwidth()}
              height={height}
              fill={isDown ? "url(#down)" : "var(--gain)"}
            />
            {bar.count > 0 && (
              <text
                x={left + x.bandwidth() / 2}
                y={HEIGHT - FOOT - height - 3}
                textAnchor="middle"
                fill="var(--ink)"
              >
                {bar.count}
              </text>
            )}
          </g>
        );
      })}
      <line x1={0} x2={WIDTH} y1={HEIGHT - FOOT} y2={HEIGHT - FOOT} stroke="var(--hairline-strong)" />
      {bars.map(({ upTo }, i) =>
        upTo === null ? null : (
          <text
            key={i}
            x={(x(i) ?? 0) + x.step() - (x.step() - x.bandwidth()) / 2}
            y={HEIGHT - FOOT + 12}
            textAnchor="middle"
            fill="var(--ink-soft)"
          >
            {signed(upTo)}
          </text>
        ),
      )}
      <text x={WIDTH} y={HEIGHT - 2} textAnchor="end" fill="var(--ink-soft)">
        {unit} more or less an order
      </text>
    </svg>
  );
}

const signed = (edge: string) =>
  edge.startsWith("-") ? `−${edge.slice(1)}` : edge === "0" ? "0" : `+${edge}`;

function words({ over, upTo }: SpreadBar, unit: string): string {
  if (over === null) return `up to and including ${signed(upTo ?? "")} ${unit}`;
  if (upTo === null) return `over ${signed(over)} ${unit}`;
  return `over ${signed(over)} up to and including ${signed(upTo)} ${unit}`;
}
