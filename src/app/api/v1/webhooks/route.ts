import { route } from "@/server/api/call";
import { getWebhooks, postWebhook } from "@/server/api/webhook-doors";

export const GET = route(getWebhooks.answer);
export const POST = route(postWebhook.answer);
