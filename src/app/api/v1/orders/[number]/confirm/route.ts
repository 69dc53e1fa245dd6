import { route } from "@/server/api/call";
import { postConfirm } from "@/server/api/order-doors";

export const POST = route(postConfirm.answer);
