import { route } from "@/server/api/call";
import { postQuote } from "@/server/api/quotes";

export const POST = route(postQuote);
