import { route } from "@/server/api/call";
import { deleteSuspension } from "@/server/api/work-doors";

export const DELETE = route(deleteSuspension.answer);
