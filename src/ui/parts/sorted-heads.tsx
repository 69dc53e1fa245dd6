"use client";

export interface SortedHead {
  readonly key: string;
  readonly name: string;
  readonly right?: boolean;
}

interface Props {
  readonly heads: readonly SortedHead[];
  /** The head rows are sorted by, with `-` before it from the last to the first; empty: in their own order. */
  readonly by: string;
  readonly onBy: (by: string) => void;
}

/** The heads of a list that can be sorted: once up, twice down, the third time in its own order again. */
export function SortedHeads({ heads, by, onBy }: Props) {
  return (
    <tr className="border-b border-edge [&>th]:px-2 [&>th]:py-0.5 [&>th]:font-normal">
      {heads.map(({ key, name, right }) => {
        const [isUp, isDown] = [by === key, by === `-${key}`];
        return (
          <th
            key={key}
            aria-sort={isUp ? "ascending" : isDown ? "descending" : "none"}
            className={right ? "text-right" : undefined}
          >
            <button
              type="button"
              className="min-h-6 rounded-sm whitespace-nowrap hover:underline"
              onClick={() => onBy(isUp ? `-${key}` : isDown ? "" : key)}
            >
              {name}
              <span aria-hidden>{isUp ? " ↑" : isDown ? " ↓" : ""}</span>
            </button>
          </th>
        );
      })}
    </tr>
  );
}
