import { getReady } from "@/server/api/health";

export const dynamic = "force-dynamic";
export const GET = getReady;
