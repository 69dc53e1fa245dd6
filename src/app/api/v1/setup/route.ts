import { route } from "@/server/api/call";
import { getSetup, putSetup } from "@/server/api/setup-doors";

export const GET = route(getSetup.answer);
export const PUT = route(putSetup.answer);
