interface Props {
  /** How many branches join. */
  readonly count: number;
  /** The height of a row, px: a branch begins in the middle of each. */
  readonly row: number;
}

const WIDTH = 64;

/** Branches of the line that join on the way to one place; drawn beside rows of equal height. */
export function Branches({ count, row }: Props) {
  const height = count * row;
  const end = height / 2;
  return (
    <svg aria-hidden width={WIDTH} height={height} className="block shrink-0">
      {Array.from({ length: count }, (_, i) => {
        const from = row * (i + 0.5);
        return (
          <path
            key={i}
            d={`M0 ${from} C ${WIDTH / 2} ${from}, ${WIDTH / 2 - 14} ${end}, ${WIDTH - 14} ${end}`}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={3}
          />
        );
      })}
      <circle cx={WIDTH - 10} cy={end} r={7} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={3} />
    </svg>
  );
}
