import { route } from "@/server/api/call";
import { restoreRevision } from "@/server/api/setup-doors";

export const POST = route(restoreRevision.answer);
