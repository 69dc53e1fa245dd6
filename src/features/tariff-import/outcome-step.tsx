"use client";

import { useCallback, useMemo } from "react";
import type { Reading } from "@/core/tariff-files/thread";
import { download } from "@/features/import";
import { writeTable } from "@/tabular/write-table";
import type { Place } from "@/ui/grid/block";
import { DataGrid } from "@/ui/grid/data-grid";
import type { GridColumn } from "@/ui/grid/grid-columns";
import { Button } from "@/ui/parts/button";
import { verdictWords, rowWhy } from "./row-words";

interface Props {
  readonly reading: Reading;
  readonly head: readonly string[];
  readonly sheetNames: readonly string[];
  readonly fileName: string;
}

/** Every row's verdict, the left-out ones first, before anything is stored. */
export function OutcomeStep({ reading, head, sheetNames, fileName }: Props) {
  const { counts, rows, refused } = reading;
  const several = sheetNames.length > 1;
  const columns = useMemo(
    (): GridColumn[] => [
      ...(several ? [{ key: "sheet", name: "Sheet", head: "Sheet", width: 110 }] : []),
      { key: "line", name: "Line of the file", head: "Line", width: 60, numeric: true },
      { key: "verdict", name: "Verdict", head: "Verdict", width: 80 },
      {
        key: "why",
        name: "Why it is left out, or what it replaces",
        head: "Why, or instead of what",
        width: 340,
      },
      ...head
        .slice(0, 40)
        .map((name, i) => ({ key: `cell ${i}`, name: name || `Column ${i + 1}`, head: name, width: 132 })),
    ],
    [head, several],
  );
  const textOf = useCallback(
    ({ row, column }: Place) => {
      const one = rows[row];
      const key = columns[column]?.key ?? "";
      if (!one) return "";
      if (key === "sheet") return sheetNames[one.sheet] ?? "";
      if (key === "line") return String(one.line);
      if (key === "verdict") return verdictWords[one.verdict];
      if (key === "why") return rowWhy(one);
      return one.cells[Number(key.slice(5))] ?? "";
    },
    [rows, columns, sheetNames],
  );
  const save = () =>
    download(
      `${fileName}-left-out.csv`,
      writeTable(
        [...head, "Line", "Why it is left out"],
        refused.map((row) => [...head.map((_, i) => row.cells[i] ?? ""), String(row.line), rowWhy(row)]),
      ),
    );
  const total = counts.new + counts.changed + counts.same + counts.refused;
  return (
    <section aria-label="What becomes of its rows" className="mb-3">
      <p role="status" className="mb-1.5 flex flex-wrap items-center gap-x-3">
        <span>
          <b>{counts.new}</b> new · <b>{counts.changed}</b> changed · {counts.same} the same ·{" "}
          <b className={counts.refused > 0 ? "text-loss" : ""}>{counts.refused}</b> left out
        </span>
        {refused.length > 0 && <Button onClick={save}>CSV of what is left out</Button>}
        {rows.length < total && (
          <span className="text-soft">
            the first {rows.length} of {total} rows are shown
          </span>
        )}
      </p>
      <DataGrid
        label="Rows of the file"
        columns={columns}
        rows={rows.length}
        textOf={textOf}
        mayEdit={never}
        commit={noCommit}
        height="280px"
        mark={({ row, column }) =>
          columns[column]?.key === "verdict" && rows[row]?.verdict === "refused" ? "warning" : undefined
        }
      />
    </section>
  );
}

const never = () => false;
const noCommit = () => Promise.resolve({ ok: true as const });
