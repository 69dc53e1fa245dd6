import type { WordedQuote } from "@/messages/word-quote";

export type OfferView = WordedQuote["offers"][number];

/** What codes in a quote are called. */
export interface QuoteNames {
  readonly originNames: Readonly<Record<string, string>>;
  readonly serviceNames: Readonly<Record<string, string>>;
}
