import { activityCsv } from "@/features/activity/activity-csv";
import { loadAllActivity } from "@/features/activity/load";

/** What a filter of the activity finds, as a table. */
export async function GET(request: Request): Promise<Response> {
  const found = await loadAllActivity(Object.fromEntries(new URL(request.url).searchParams));
  if (!found) return new Response(null, { status: 403 });
  return new Response(activityCsv(found.actions, found.zone), {
    headers: {
      "content-type": "text/csv; charset=utf-8",
      "content-disposition": 'attachment; filename="activity.csv"',
      "cache-control": "no-store",
    },
  });
}
