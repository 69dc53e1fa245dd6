import type { Quote, QuotedOffer } from "@/core/quote/quote";
import type { Step } from "@/core/working/step";
import { reasonSentence } from "./reason-sentence";
import { stepSentence } from "./step-sentence";

/** A step with its sentence. */
export type WordedStep = Step & { readonly text: string };

const worded = (steps: readonly Step[]) =>
  steps.map((step): WordedStep => ({ ...step, text: stepSentence(step) }));

/** An offer with the sentences of its working, and of those of its parts. */
export type WordedOffer = Omit<QuotedOffer, "working" | "parts"> & {
  readonly working?: readonly WordedStep[];
  readonly parts?: readonly WordedOffer[];
};

export function wordOffer({ working, parts, ...offer }: QuotedOffer): WordedOffer {
  return {
    ...offer,
    ...(working ? { working: worded(working) } : {}),
    ...(parts ? { parts: parts.map(wordOffer) } : {}),
  };
}

/** A quote as it leaves the house: reasons and steps with their sentences. */
export function wordQuote(quote: Quote) {
  return {
    ...quote,
    offers: quote.offers.map(wordOffer),
    withheld: quote.withheld.map(({ rejection, because, working, ...offer }) => ({
      ...offer,
      ...(working ? { working: worded(working) } : {}),
      text: reasonSentence(rejection),
      source: rejection.source,
      inputs: rejection.inputs,
      because: because.map((one) => ({
        service: one.service,
        origin: one.origin,
        reason: one.rejection.reason,
        text: reasonSentence(one.rejection),
        source: one.rejection.source,
        inputs: one.rejection.inputs,
      })),
    })),
  };
}

export type WordedQuote = ReturnType<typeof wordQuote>;
