"use client";

import { useSearchParams } from "next/navigation";
import { download, downloadSheet, downloadTable } from "@/features/import";
import { lookNames, stateNames } from "@/features/orders";
import { useSubmit } from "@/features/submit";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";
import { ordersOf, rowsOf, type Asked } from "./actions";
import type { TableRow } from "./load";
import { tableColumns, type ColumnKey } from "./table-columns";

const own: readonly string[] = ["after", "cols"];

/** Gives the list out: as it is shown, or its orders whole so that they can be imported again. */
export function TableExports({ columns }: { readonly columns: readonly ColumnKey[] }) {
  const query = useSearchParams();
  const { busy, trouble, submit } = useSubmit();
  const asked = Object.fromEntries([...query].filter(([name]) => !own.includes(name))) as Asked;
  const shown = async (kind: "csv" | "xlsx") => {
    const answer = await submit(() => rowsOf(asked));
    if (!answer.ok) return;
    const head = columns.map((key) => tableColumns.find((one) => one.key === key)?.name ?? key);
    const rows = answer.value.map((row) => columns.map((key) => cellText(row, key)));
    if (kind === "csv") await downloadTable("orders-shown.csv", head, rows);
    else await downloadSheet("orders-shown.xlsx", { name: "Orders", head, rows });
  };
  const whole = async (kind: "csv" | "json") => {
    const answer = await submit(() => ordersOf(asked));
    if (!answer.ok) return;
    if (kind === "json")
      return download("orders.json", JSON.stringify(answer.value, undefined, 1), "application/json");
    // what knows an order's file by its columns is loaded when somebody asks for one
    const { orderTable } = await import("@/features/order-import");
    const { head, rows } = orderTable(answer.value);
    await downloadTable("orders.csv", head, rows);
  };
  return (
    <span className="flex flex-wrap items-center gap-2">
      <span className="text-soft">as shown</span>
      <Button disabled={busy} onClick={() => void shown("csv")}>
        CSV
      </Button>
      <Button disabled={busy} onClick={() => void shown("xlsx")}>
        XLSX
      </Button>
      <span className="text-soft">whole orders</span>
      <Button disabled={busy} onClick={() => void whole("csv")}>
        <span className="sr-only">Whole orders as </span>CSV
      </Button>
      <Button disabled={busy} onClick={() => void whole("json")}>
        JSON
      </Button>
      <Trouble text={trouble} />
    </span>
  );
}

function cellText(row: TableRow, key: ColumnKey): string {
  if (key === "state") return stateNames[row.state].name;
  return key === "look" ? row.look.map((look) => lookNames[look].name).join(", ") : row[key];
}
