import { route } from "@/server/api/call";
import { getOrders, postOrder } from "@/server/api/order-doors";

export const GET = route(getOrders.answer);
export const POST = route(postOrder.answer);
