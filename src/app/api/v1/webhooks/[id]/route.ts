import { route } from "@/server/api/call";
import { deleteWebhook } from "@/server/api/webhook-doors";

export const DELETE = route(deleteWebhook.answer);
