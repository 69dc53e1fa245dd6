import { recoveryQuery } from "@/features/recovery";
import { exports, loadExport } from "@/features/recovery/load-export";
import { writeTable } from "@/tabular/write-table";
import { writeWorkbook } from "@/tabular/write-workbook";

/** A table of recovery as CSV, or as a workbook. */
export async function GET(request: Request): Promise<Response> {
  const params = Object.fromEntries(new URL(request.url).searchParams);
  const what = exports.find((one) => one === params.what);
  if (!what) return new Response(null, { status: 404 });
  const sheet = await loadExport(recoveryQuery(params), what);
  if (!sheet) return new Response(null, { status: 403 });
  const isBook = params.format === "xlsx";
  return new Response(isBook ? await writeWorkbook([sheet]) : writeTable(sheet.head, sheet.rows), {
    headers: {
      "content-type": isBook
        ? "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
        : "text/csv; charset=utf-8",
      "content-disposition": `attachment; filename="recovery-${what}.${isBook ? "xlsx" : "csv"}"`,
      "cache-control": "no-store",
    },
  });
}
