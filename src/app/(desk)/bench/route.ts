import { loadBenchStart } from "@/features/bench/load";

/** What the bench's thread begins with: the draft, what makes the live revision of it, the trials, the items they name. */
export async function GET(request: Request): Promise<Response> {
  const since = Number(new URL(request.url).searchParams.get("since"));
  const start = await loadBenchStart(Number.isSafeInteger(since) && since > 0 ? since : undefined);
  return start
    ? Response.json(start, { headers: { "cache-control": "no-store" } })
    : new Response(null, { status: 404 });
}
