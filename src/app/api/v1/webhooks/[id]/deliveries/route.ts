import { route } from "@/server/api/call";
import { getDeliveries } from "@/server/api/webhook-doors";

export const GET = route(getDeliveries.answer);
