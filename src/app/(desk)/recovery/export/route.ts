import { recoveryQuery } from "@/features/recovery";
import { exports, loadExportFile } from "@/features/recovery/load-export";

/** A table of recovery as CSV, or as a workbook. */
export async function GET(request: Request): Promise<Response> {
  const params = Object.fromEntries(new URL(request.url).searchParams);
  const what = exports.find((one) => one === params.what);
  if (!what) return new Response(null, { status: 404 });
  const file = await loadExportFile(recoveryQuery(params), what, params.format === "xlsx");
  if (!file) return new Response(null, { status: 403 });
  return new Response(file.body, {
    headers: {
      "content-type": file.type,
      "content-disposition": `attachment; filename="recovery-${what}.${file.ending}"`,
      "cache-control": "no-store",
    },
  });
}
