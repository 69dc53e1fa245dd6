import { route } from "@/server/api/call";
import { postReplay } from "@/server/api/work-doors";

export const POST = route(postReplay.answer);
