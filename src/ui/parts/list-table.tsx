import type { ReactNode } from "react";

/** A list of records to read, its heads small above; the last head may be left unseen, over the buttons of a row. */
export function ListTable({
  heads,
  narrow,
  unseen,
  figuresFrom,
  children,
}: {
  readonly heads: readonly string[];
  readonly narrow?: boolean;
  readonly unseen?: string;
  /** The first column of figures: its head and those after it stand at the right, as figures do. */
  readonly figuresFrom?: number;
  /** The rows. */
  readonly children: ReactNode;
}) {
  return (
    <div className="sheet relative overflow-x-auto">
      <table className={`w-full border-collapse ${narrow ? "narrow" : ""}`}>
        <thead className="narrow text-left text-xs text-soft">
          <tr className="border-b border-hairline [&>th]:px-3 [&>th]:py-1.5 [&>th]:font-normal">
            {heads.map((head, i) => (
              <th
                key={head}
                className={figuresFrom !== undefined && i >= figuresFrom ? "text-right" : undefined}
              >
                {head}
              </th>
            ))}
            {unseen !== undefined && (
              <th>
                <span className="sr-only">{unseen}</span>
              </th>
            )}
          </tr>
        </thead>
        <tbody>{children}</tbody>
      </table>
    </div>
  );
}
