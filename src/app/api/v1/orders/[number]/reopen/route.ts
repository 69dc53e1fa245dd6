import { route } from "@/server/api/call";
import { postReopen } from "@/server/api/order-doors";

export const POST = route(postReopen.answer);
