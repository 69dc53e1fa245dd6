import { route } from "@/server/api/call";
import { getReady } from "@/server/api/health";

export const GET = route(getReady);
export const dynamic = "force-dynamic";
