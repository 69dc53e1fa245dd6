import { route } from "@/server/api/call";
import { getSuspensions, postSuspension } from "@/server/api/work-doors";

export const GET = route(getSuspensions.answer);
export const POST = route(postSuspension.answer);
