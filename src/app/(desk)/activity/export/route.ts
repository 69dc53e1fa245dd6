import { activityCsv } from "@/features/activity/activity-csv";
import { loadAllActivity } from "@/features/activity/load";

/** What a filter of the activity finds, as a table. */
export async function GET(request: Request): Promise<Response> {
  const query = Object.fromEntries(new URL(request.url).searchParams);
  return new Response(activityCsv(await loadAllActivity(query)), {
    headers: {
      "content-type": "text/csv; charset=utf-8",
      "content-disposition": 'attachment; filename="activity.csv"',
    },
  });
}
