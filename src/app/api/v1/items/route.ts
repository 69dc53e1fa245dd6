import { route } from "@/server/api/call";
import { getItems, putItems } from "@/server/api/item-doors";

export const GET = route(getItems.answer);
export const PUT = route(putItems.answer);
