import { loadBenchStart } from "@/features/bench/load";

/** What the bench's thread begins with: the setup as it stands, the trials, the items they name. */
export async function GET(): Promise<Response> {
  const start = await loadBenchStart();
  return start
    ? Response.json(start, { headers: { "cache-control": "no-store" } })
    : new Response(null, { status: 404 });
}
