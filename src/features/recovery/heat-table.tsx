import Link from "next/link";
import type { ResultSum } from "@/core/recovery/result-sum";
import { count } from "@/messages/figures";
import type { Measure } from "./recovery-query";
import type { ResultParts } from "./load";
import { shade } from "@/ui/charts/shade";
import { signed } from "@/ui/signed";

const MOST_ROWS = 40;
const MOST_COLUMNS = 24;

/** Two dimensions against each other: each cell its figure, shaded by how much is lost or left, and the way to its shipments. */
export function HeatTable({
  heat: { rows, columns, cells },
  show,
  names,
}: {
  readonly heat: ResultParts["heat"];
  readonly show: Measure;
  readonly names: { readonly row: string; readonly column: string };
}) {
  const known = new Map(cells.map((cell) => [JSON.stringify([cell.row, cell.column]), cell]));
  const most = Math.max(0.01, ...cells.map(({ sum }) => Math.abs(weightOf(sum, show))));
  const shownColumns = columns.slice(0, MOST_COLUMNS);
  return (
    <>
      <div className="sheet relative overflow-x-auto">
        <table className="narrow border-collapse" aria-label={`${names.row} by ${names.column}`}>
          <thead className="text-xs text-soft">
            <tr className="[&>th]:px-2 [&>th]:py-1.5 [&>th]:font-normal">
              <th className="sticky left-0 bg-sheet text-left">
                {names.row} \ {names.column}
              </th>
              {shownColumns.map(({ value, name }) => (
                <th key={value} className="max-w-[110px] text-right align-bottom">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.slice(0, MOST_ROWS).map((row) => (
              <tr key={row.value} className="border-t border-hairline">
                <th
                  scope="row"
                  className="sticky left-0 max-w-[220px] truncate bg-sheet px-2 py-1 text-left font-normal"
                >
                  {row.name}
                </th>
                {shownColumns.map((column) => {
                  const cell = known.get(JSON.stringify([row.value, column.value]));
                  if (!cell) return <td key={column.value} className="bg-well" />;
                  return (
                    <td
                      key={column.value}
                      className="p-0 text-right"
                      style={shade(weightOf(cell.sum, show) / most)}
                    >
                      <Link
                        prefetch={false}
                        href={cell.href}
                        title={`${row.name}, ${column.name}: ${wholeWords(cell.sum)}`}
                        className="block px-2 py-1 text-ink hover:underline"
                      >
                        {textOf(cell.sum, show)}
                      </Link>
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {(rows.length > MOST_ROWS || columns.length > MOST_COLUMNS) && (
        <p className="text-soft">
          The first {Math.min(rows.length, MOST_ROWS)} of {rows.length} rows and{" "}
          {Math.min(columns.length, MOST_COLUMNS)} of {columns.length} columns; the export has them all.
        </p>
      )}
    </>
  );
}

/** What shades a cell: what is lost is below nothing. */
function weightOf(sum: ResultSum, show: Measure): number {
  if (show === "overrun") return -Number(sum.overrun);
  if (show === "shipments") return 0;
  return Number(show === "marginPercent" ? (sum.marginPercent ?? "0") : sum.margin);
}

function textOf(sum: ResultSum, show: Measure): string {
  if (show === "shipments") return String(sum.shipments);
  if (show === "marginPercent")
    return sum.marginPercent === undefined ? "free" : `${signed(sum.marginPercent)} %`;
  return signed(show === "overrun" ? sum.overrun : sum.margin);
}

function wholeWords(sum: ResultSum): string {
  return `${count(sum.shipments, "shipment")}, charged ${sum.charged}, cost ${sum.cost}, margin ${signed(sum.margin)}`;
}
