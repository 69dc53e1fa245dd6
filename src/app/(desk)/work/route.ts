import { loadWork } from "@/features/jobs/load";

/** Long work that goes on, and what ended within a day. */
export async function GET(): Promise<Response> {
  return Response.json(await loadWork(), { headers: { "cache-control": "no-store" } });
}
