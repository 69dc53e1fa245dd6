import type { Offer } from "./offer";

type Listed = Pick<Offer, "code" | "channels">;

/** All offers in a new order, and the other channels whose customers see another order by it too. */
export interface OfferOrder {
  readonly order: readonly string[];
  readonly alsoChanged: readonly string[];
}

/**
 * Brings a channel's offers into an order. All channels share one list, so that offers given in several of them may have to
 * move for all; where an order can be found that changes no other channel, it is that one.
 */
export function orderOffers(
  offers: readonly Listed[],
  channel: string,
  wanted: readonly string[],
): OfferOrder {
  const channels = [...new Set(offers.flatMap((offer) => offer.channels))].filter((code) => code !== channel);
  const sequences = channels.map((code) => codesOf(offers, code));
  const kept: (readonly string[])[] = [wanted];
  const alsoChanged: string[] = [];
  // a channel whose order can't be kept gives way; those before it are kept
  channels.forEach((code, i) => {
    const sequence = sequences[i] ?? [];
    if (sorted(offers, [...kept, sequence])) kept.push(sequence);
    else alsoChanged.push(code);
  });
  return { order: sorted(offers, kept) ?? offers.map(({ code }) => code), alsoChanged };
}

function codesOf(offers: readonly Listed[], channel: string): string[] {
  return offers.flatMap(({ code, channels }) => (channels.includes(channel) ? [code] : []));
}

/** The codes so that each sequence is kept, earlier ones first where nothing decides; `undefined` when they contradict. */
function sorted(offers: readonly Listed[], sequences: readonly (readonly string[])[]): string[] | undefined {
  const left = offers.map(({ code }) => code);
  const order: string[] = [];
  while (left.length > 0) {
    const waits = (code: string) =>
      sequences.some((sequence) => {
        const at = sequence.indexOf(code);
        return at > 0 && sequence.slice(0, at).some((before) => left.includes(before));
      });
    const next = left.find((code) => !waits(code));
    if (next === undefined) return undefined;
    order.push(next);
    left.splice(left.indexOf(next), 1);
  }
  return order;
}
