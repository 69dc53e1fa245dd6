import { route } from "@/server/api/call";
import { getFindings } from "@/server/api/setup-doors";

export const GET = route(getFindings.answer);
