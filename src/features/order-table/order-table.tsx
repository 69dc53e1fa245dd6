"use client";

import Link from "next/link";
import { lookNames, stateNames } from "@/features/orders";
import { PageHead } from "@/ui/parts/page-head";
import { Unfold } from "@/ui/parts/unfold";
import type { LoadedTable, TableRow } from "./load";
import { KeptLists } from "./kept-lists";
import { columnsOf, colsText, tableColumns, type ColumnKey } from "./table-columns";
import { TableExports } from "./table-exports";
import { TableFilters } from "./table-filters";
import { useAddress } from "@/ui/use-address";

/** Orders as a table: narrowed, sorted and cut as somebody needs it, kept under a name, and given out. */
export function OrderTable({ rows, found, next, views, choices, mayEdit }: LoadedTable) {
  const { query, pathname, said, say } = useAddress();
  const columns = columnsOf(said("cols"));
  const onward = new URLSearchParams(query);
  if (next !== undefined) onward.set("after", next);
  return (
    <div className="px-[18px] py-4">
      <PageHead
        above={
          <Link prefetch={false} className="link" href="/orders">
            Orders
          </Link>
        }
        title={found === 1 ? "1 order" : `${found} orders`}
      >
        <TableExports columns={columns.map(({ key }) => key)} />
      </PageHead>
      <KeptLists views={views} mayEdit={mayEdit} />
      <TableFilters choices={choices} />
      <div className="sheet overflow-x-auto">
        <table className="narrow w-full border-collapse">
          <thead className="text-left text-xs text-soft">
            <tr className="border-b border-edge [&>th]:px-2 [&>th]:py-1.5 [&>th]:font-normal">
              {columns.map((column) => (
                <Head key={column.key} column={column} said={said} say={say} />
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr
                key={row.number}
                className="border-b border-hairline last:border-0 hover:bg-well [&>td]:h-[28px] [&>td]:px-2"
              >
                {columns.map(({ key, ...column }) => (
                  <td
                    key={key}
                    className={`whitespace-nowrap ${"isFigure" in column ? "text-right" : ""} ${key === "margin" && row.margin.startsWith("-") ? "text-loss" : ""}`}
                  >
                    <CellText row={row} of={key} />
                  </td>
                ))}
              </tr>
            ))}
            {rows.length === 0 && (
              <tr>
                <td colSpan={columns.length} className="px-3 py-4 text-soft">
                  No order fits these filters. Remove one of them.
                </td>
              </tr>
            )}
          </tbody>
        </table>
      </div>
      <p className="flex gap-4 py-2">
        {said("after") !== "" && (
          <button type="button" className="link" onClick={() => say({ after: "" })}>
            From the beginning
          </button>
        )}
        {next !== undefined && (
          <Link prefetch={false} className="link" href={`${pathname}?${onward.toString()}`}>
            The next 100
          </Link>
        )}
      </p>
      <ColumnChoice shown={new Set(columns.map(({ key }) => key))} say={say} />
    </div>
  );
}

type Column = ReturnType<typeof columnsOf>[number];
type Address = ReturnType<typeof useAddress>;

function Head({ column, said, say }: { readonly column: Column } & Pick<Address, "said" | "say">) {
  const { name } = column;
  const right = "isFigure" in column ? "text-right" : undefined;
  if (!("sort" in column)) return <th className={right}>{name}</th>;
  const sort = said("sort") || "newest";
  const [first, second] = column.sort;
  const is = sort === first || sort === second;
  const sign = sort === first ? "▾" : "▴";
  return (
    <th className={right} aria-sort={is ? (sort === first ? "descending" : "ascending") : undefined}>
      <button
        type="button"
        className={is ? "font-semibold text-ink" : "link"}
        onClick={() => say({ sort: sort === first ? second : first, after: "" })}
      >
        {name} {is && <span aria-hidden>{sign}</span>}
      </button>
    </th>
  );
}

function CellText({ row, of }: { readonly row: TableRow; readonly of: ColumnKey }) {
  if (of === "number")
    return (
      <Link
        prefetch={false}
        className="link font-semibold"
        href={`/orders/${encodeURIComponent(row.number)}`}
      >
        {row.number}
      </Link>
    );
  if (of === "state")
    return (
      <>
        <span aria-hidden>{stateNames[row.state].sign}</span> {stateNames[row.state].name}
      </>
    );
  if (of === "look")
    return <span className="text-loss">{row.look.map((look) => lookNames[look].name).join(", ")}</span>;
  return <>{row[of]}</>;
}

/** Which columns are shown. */
function ColumnChoice({ shown, say }: { readonly shown: ReadonlySet<string> } & Pick<Address, "say">) {
  const toggle = (key: string, isOn: boolean) => {
    const next = new Set(shown);
    if (isOn) next.add(key);
    else next.delete(key);
    say({ cols: colsText(next) ?? "" });
  };
  return (
    <Unfold summary="Columns">
      <fieldset className="flex flex-wrap gap-x-4 gap-y-1 py-1">
        <legend className="sr-only">Columns</legend>
        {tableColumns.map(({ key, name }) => (
          <label key={key} className="flex min-h-6 items-center gap-1.5">
            <input
              type="checkbox"
              checked={shown.has(key)}
              disabled={shown.size === 1 && shown.has(key)}
              onChange={(event) => toggle(key, event.target.checked)}
            />
            {name}
          </label>
        ))}
      </fieldset>
    </Unfold>
  );
}
