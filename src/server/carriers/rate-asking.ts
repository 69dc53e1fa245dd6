import "server-only";
import type { Quote } from "@/core/quote/quote";
import { quote, type QuoteContext } from "@/core/quote/quote-order";
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
  revision: Asked,
  request: QuoteRequest,
  { mode, ...rating }: CatalogueRating & { readonly mode: LiveMode },
): Promise<Parsed<Quote>> {
  const context = await catalogueContext(db, revision.compiled, request, rating);
  return quoteAsking(db, revision, request, { context, mode, now: rating.now });
}

type Asked = Pick<Revision, "compiled" | "setup">;

/**
 * Quotes a request with what carriers say. What is only `tried` counts neither as a quote nor as one that had to do without.
 */
export async function quoteAsking(
  db: PooledDatabase,
  { compiled, setup }: Asked,
  request: QuoteRequest,
  {
    context,
    mode,
    now,
    tried = false,
  }: {
    readonly context: QuoteContext;
    readonly mode: LiveMode;
    readonly now: Date;
    readonly tried?: boolean;
  },
): Promise<Parsed<Quote>> {
  const isAsked = mode !== "never" && setup.services.some(({ rate }) => "live" in rate);
  if (!isAsked) return quote(compiled, request, context);
  const liveRates = await askWith(db, setup, now)
    .then(({ use, ...asked }) =>
      liveRatesFor(db, compiled, request, context, { ...asked, mode, ...(use && !tried ? { use } : {}) }),
    )
    .catch((error: unknown) => {
      // a quote is never left without an answer: what carriers say is missing then, and each service has its fallback
      logFailure("asking carriers failed", error);
      return undefined;
    });
  return quote(compiled, request, liveRates ? { ...context, liveRates } : context);
}
