import type { WordedOffer, WordedQuote } from "@/messages/word-quote";

/** By offer, by the place of a step in its working: what the step says by the draft, where that is otherwise. */
export type DraftSteps = Readonly<Record<string, Readonly<Record<number, string>>>>;

/**
 * Where the draft says otherwise than the setup a quote was made by. Steps of one kind, of one shipment, from one value of
 * the setup belong together, the first of one side to the first of the other; a step the other side does not have is not told
 * here.
 */
export function draftSteps(live: WordedQuote, draft: WordedQuote): DraftSteps {
  const drafted = new Map(draft.offers.map((offer) => [offer.offer, named(offer)]));
  return Object.fromEntries(
    live.offers.map((offer) => {
      const other = drafted.get(offer.offer);
      const told = [...named(offer)].flatMap(([name, { at, text }]) => {
        const theirs = other?.get(name)?.text;
        return theirs === undefined || theirs === text ? [] : [[at, theirs] as const];
      });
      return [offer.offer, Object.fromEntries(told)];
    }),
  );
}

/** The steps that come from a value of the setup, by a name that is the same on both sides. */
function named({ working = [] }: WordedOffer): Map<string, { readonly at: number; readonly text: string }> {
  const seen = new Map<string, number>();
  const steps = new Map<string, { readonly at: number; readonly text: string }>();
  working.forEach(({ code, source, shipment, text }, at) => {
    if (source === undefined) return;
    const name = JSON.stringify([code, source, shipment ?? null]);
    const times = seen.get(name) ?? 0;
    seen.set(name, times + 1);
    steps.set(`${name} ${times}`, { at, text });
  });
  return steps;
}
