import { route } from "@/server/api/call";
import { chargeOrder } from "@/server/api/order-doors";

export const POST = route(chargeOrder.answer);
