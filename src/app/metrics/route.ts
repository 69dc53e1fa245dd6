import { route } from "@/server/api/call";
import { getMetrics } from "@/server/api/metrics";

/** Where watchers look first: the same as `/api/v1/metrics`, with the same key. */
export const GET = route(getMetrics.answer);
export const dynamic = "force-dynamic";
