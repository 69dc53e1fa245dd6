import { route } from "@/server/api/call";
import { getOrder, patchOrder } from "@/server/api/order-doors";

export const GET = route(getOrder.answer);
export const PATCH = route(patchOrder.answer);
