import { route } from "@/server/api/call";
import { postCredit } from "@/server/api/order-doors";

export const POST = route(postCredit.answer);
