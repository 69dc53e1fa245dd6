import { route } from "@/server/api/call";
import { postCancel } from "@/server/api/order-doors";

export const POST = route(postCancel.answer);
