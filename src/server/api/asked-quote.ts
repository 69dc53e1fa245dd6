import { z } from "zod";
import { quoteRequestSchema } from "@/core/quote/request";

/**
 * What the API is asked: a request, and whether carriers' systems are asked for services that are priced by them (`now`, where
 * nothing is said), only what they answered before is used (`cached`), or each service's fallback (`never`).
 */
export const askedQuote = quoteRequestSchema.extend({
  live: z.enum(["now", "cached", "never"]).exactOptional(),
});
export type AskedQuote = z.infer<typeof askedQuote>;
