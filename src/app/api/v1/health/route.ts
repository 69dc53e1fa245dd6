import { getHealth } from "@/server/api/health";

export const dynamic = "force-dynamic";
export const GET = getHealth;
