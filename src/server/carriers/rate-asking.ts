import "server-only";
import type { Quote } from "@/core/quote/quote";
import { quote } from "@/core/quote/quote-order";
import type { QuoteRequest } from "@/core/quote/request";
import type { Parsed } from "@/core/setup/parse-setup";
import type { PooledDatabase } from "@/db/connect";
import { logFailure } from "../log";
import type { Revision } from "../services/live-setup";
import { catalogueContext, type CatalogueRating } from "../services/rate";
import { liveRatesFor, type LiveMode } from "./live-rates";
import { askWith } from "./open-connections";

/** Quotes a request with the catalogue's items, and with what carriers say where a service is priced by them. */
export async function rateAsking(
  db: PooledDatabase,
  { compiled, setup }: Pick<Revision, "compiled" | "setup">,
  request: QuoteRequest,
  { mode, ...rating }: CatalogueRating & { readonly mode: LiveMode },
): Promise<Parsed<Quote>> {
  const context = await catalogueContext(db, compiled, request, rating);
  const isAsked = mode !== "never" && setup.services.some(({ rate }) => "live" in rate);
  if (!isAsked) return quote(compiled, request, context);
  const liveRates = await askWith(db, setup, rating.now)
    .then((asked) => liveRatesFor(db, compiled, request, context, { ...asked, mode }))
    .catch((error: unknown) => {
      // a quote is never left without an answer: what carriers say is missing then, and each service has its fallback
      logFailure("asking carriers failed", error);
      return undefined;
    });
  return quote(compiled, request, liveRates ? { ...context, liveRates } : context);
}
