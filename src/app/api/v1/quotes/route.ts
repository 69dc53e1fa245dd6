import { postQuote } from "@/server/api/quotes";

export const POST = postQuote;
