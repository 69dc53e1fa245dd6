import type { Quote, QuotedOffer } from "../quote/quote";

/** A figure before and after: under the first setup and under the second. */
export type Pair = readonly [before: string, after: string];

/** What changed of an offer that both setups give; figures that did not are left out. Money in the quote's currency. */
export interface OfferChange {
  readonly offer: string;
  readonly net?: Pair;
  readonly gross?: Pair;
  readonly cost?: Pair;
  readonly margin?: Pair;
  /** The latest day; an empty text where nothing is promised. */
  readonly latest?: Pair;
}

/** What one order would get otherwise under another setup. */
export interface Difference {
  /** The order's place in the list. */
  readonly index: number;
  readonly lost: readonly string[];
  readonly gained: readonly string[];
  readonly changed: readonly OfferChange[];
}

/** Compares two quotes of one request; `undefined` when every offer is given alike. */
export function differenceOf(index: number, before: Quote, after: Quote): Difference | undefined {
  const then = new Map(before.offers.map((offer) => [offer.offer, offer]));
  const now = new Set(after.offers.map((offer) => offer.offer));
  const lost = before.offers.flatMap(({ offer }) => (now.has(offer) ? [] : [offer]));
  const gained = after.offers.flatMap(({ offer }) => (then.has(offer) ? [] : [offer]));
  const changed = after.offers.flatMap((offer) => {
    const old = then.get(offer.offer);
    return (old && changeOf(old, offer)) ?? [];
  });
  if (lost.length === 0 && gained.length === 0 && changed.length === 0) return undefined;
  return { index, lost, gained, changed };
}

const figures = ["net", "gross", "cost", "margin"] as const;

function changeOf(before: QuotedOffer, after: QuotedOffer): OfferChange | undefined {
  const change: { -readonly [K in keyof OfferChange]: OfferChange[K] } = { offer: after.offer };
  let isChanged = false;
  for (const figure of figures)
    if (before[figure] !== after[figure]) {
      change[figure] = [before[figure], after[figure]];
      isChanged = true;
    }
  const [old, latest] = [before.promise?.latest ?? "", after.promise?.latest ?? ""];
  if (old !== latest) {
    change.latest = [old, latest];
    isChanged = true;
  }
  return isChanged ? change : undefined;
}
