import "server-only";
import type { ResultSum } from "@/core/recovery/result-sum";
import { dimensionNames } from "@/messages/recovery-words";
import { writeTable } from "@/tabular/write-table";
import { writeWorkbook, type WrittenSheet } from "@/tabular/write-workbook";
import { loadRecovery, loadShipments, type ResultParts, type ShipmentsParts } from "./load";
import type { RecoveryQuery } from "./recovery-query";

export const exports = ["days", "rows", "cells", "shipments"] as const;
export type Exported = (typeof exports)[number];

/** Shipments a file may hold. */
const MOST_SHIPMENTS = 200_000;

/** A file of a table: CSV, or a workbook. */
export interface ExportFile {
  readonly body: string | Blob;
  readonly type: string;
  readonly ending: "csv" | "xlsx";
}

/** A table of the page as a file; `undefined` for whoever may not see it. */
export async function loadExportFile(
  query: RecoveryQuery,
  what: Exported,
  isWorkbook: boolean,
): Promise<ExportFile | undefined> {
  const sheet = await loadExport(query, what);
  if (!sheet) return undefined;
  if (!isWorkbook)
    return { body: writeTable(sheet.head, sheet.rows), type: "text/csv; charset=utf-8", ending: "csv" };
  return {
    body: await writeWorkbook([sheet]),
    type: "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
    ending: "xlsx",
  };
}

/** A table of the page as a sheet; `undefined` for whoever may not see it. */
async function loadExport(query: RecoveryQuery, what: Exported): Promise<WrittenSheet | undefined> {
  if (what === "shipments") {
    const parts = await loadShipments({ ...query, page: 0 }, MOST_SHIPMENTS);
    return parts && shipmentsSheet(parts.shipments);
  }
  const parts = await loadRecovery(query);
  if (!parts) return undefined;
  const { results } = parts;
  if (!results) return { name: what, head: [], rows: [] };
  return { days: daysSheet, rows: rowsSheet, cells: cellsSheet }[what](results, query);
}

const figureHeads = (currency: string) => [
  "shipments",
  "parcels",
  `charged (${currency})`,
  `cost (${currency})`,
  `of it billed (${currency})`,
  `billed less expected (${currency})`,
  `margin (${currency})`,
  "margin (%)",
];

const figures = (sum: ResultSum) => [
  String(sum.shipments),
  String(sum.parcels),
  sum.charged,
  sum.cost,
  sum.billed,
  sum.overrun,
  sum.margin,
  sum.marginPercent ?? "",
];

function daysSheet({ series, span, homeCurrency }: ResultParts): WrittenSheet {
  return {
    name: `by ${span}`,
    head: ["from", ...figureHeads(homeCurrency)],
    rows: series.map(({ from, sum }) => [from, ...figures(sum)]),
  };
}

function rowsSheet({ rows, homeCurrency }: ResultParts, { by }: RecoveryQuery): WrittenSheet {
  return {
    name: dimensionNames[by],
    head: [
      dimensionNames[by],
      ...figureHeads(homeCurrency),
      ...(rows.some(({ fees }) => fees !== undefined)
        ? [`fees (${homeCurrency})`, `margin after fees (${homeCurrency})`]
        : []),
    ],
    rows: rows.map(({ name, sum, fees, afterFees }) => [
      name,
      ...figures(sum),
      ...(fees === undefined || afterFees === undefined ? [] : [fees, afterFees]),
    ]),
  };
}

function cellsSheet({ heat, homeCurrency }: ResultParts, { by, across }: RecoveryQuery): WrittenSheet {
  const names = (list: readonly { readonly value: string; readonly name: string }[]) =>
    new Map(list.map(({ value, name }) => [value, name]));
  const [rows, columns] = [names(heat.rows), names(heat.columns)];
  return {
    name: `${dimensionNames[by]} by ${dimensionNames[across]}`,
    head: [dimensionNames[by], dimensionNames[across], ...figureHeads(homeCurrency)],
    rows: heat.cells.map(({ row, column, sum }) => [
      rows.get(row) ?? row,
      columns.get(column) ?? column,
      ...figures(sum),
    ]),
  };
}

function shipmentsSheet(parts: ShipmentsParts | undefined): WrittenSheet {
  const currency = parts?.homeCurrency ?? "";
  return {
    name: "shipments",
    head: [
      ...["order", "left on", "channel", "country", "origin", "service", "zone", "weight break", "parcels"],
      ...["charged", "expected cost", "billed", "margin"].map((head) => `${head} (${currency})`),
      "why it lost",
    ],
    rows: (parts?.rows ?? []).map((row) => [
      ...[row.order, row.day, row.channel, row.country, row.origin, row.service, row.zone, row.weight],
      String(row.parcels),
      ...[row.charged, row.expected, row.billed, row.margin].map((amount) => amount ?? ""),
      row.why,
    ]),
  };
}
