import { route } from "@/server/api/call";
import { getMetrics } from "@/server/api/metrics";

export const GET = route(getMetrics.answer);
export const dynamic = "force-dynamic";
