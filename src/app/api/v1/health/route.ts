import { route } from "@/server/api/call";
import { getHealth } from "@/server/api/health";

export const GET = route(getHealth);
export const dynamic = "force-dynamic";
