import { route } from "@/server/api/call";
import { quoteBatchDoor } from "@/server/api/quote-batch";

export const POST = route(quoteBatchDoor.answer);
