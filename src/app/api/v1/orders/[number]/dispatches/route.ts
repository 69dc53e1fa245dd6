import { route } from "@/server/api/call";
import { postDispatch } from "@/server/api/order-doors";

export const POST = route(postDispatch.answer);
