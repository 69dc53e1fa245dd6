import { route } from "@/server/api/call";
import { postOrders } from "@/server/api/order-doors";

export const POST = route(postOrders.answer);
