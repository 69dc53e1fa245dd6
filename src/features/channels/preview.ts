import type { WordedQuote } from "@/messages/word-quote";

/** What a basket is asked with. */
export interface PreviewQuery {
  readonly goods?: string;
  readonly country?: string;
  readonly postcode?: string;
  readonly group?: string;
  readonly coupon?: string;
}

/** The quote of a basket, and what of the basket could not be read. */
export interface Preview {
  readonly problems: readonly string[];
  readonly quote: WordedQuote | undefined;
  readonly home: string;
}
