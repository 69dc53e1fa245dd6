import { route } from "@/server/api/call";
import { getOpenApi } from "@/server/api/open-answers";

export const GET = route(getOpenApi);
