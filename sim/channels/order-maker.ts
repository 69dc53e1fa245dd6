import { buyers, type Place, type Shop } from "./baskets";

/** What a shop asks a quote for, and sends as an order: as far as the API's own document says. */
export interface Basket {
  readonly channel: string;
  readonly shipTo: { readonly country: string; readonly postcode: string; readonly city: string };
  readonly lines: readonly { readonly sku: string; readonly quantity: number }[];
}

/** An offer as a shop is told of it. */
export interface Told {
  readonly offer: string;
  readonly gross: string;
}

/** What is wrong with an order on purpose, so that the desk has something to look at. */
export const mistakes = ["none", "postcode", "old-charge", "gone-offer", "no-item", "twice"] as const;
export type Mistake = (typeof mistakes)[number];

/** One in so many orders has something wrong with it. */
const WRONG_ONE_IN = 8;

export interface MadeBasket {
  readonly basket: Basket;
  readonly place: Place;
  readonly buyer: string;
  readonly mistake: Mistake;
  /** Which of the offers the buyer takes, as a part of their number. */
  readonly taste: number;
}

/** A basket of a made-up buyer. */
export function makeBasket(random: () => number, shop: Shop): MadeBasket {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const place = pick(shop.places);
  const { country, postcode, city } = place;
  const lines = pick(shop.baskets).map(([sku, quantity]) => ({ sku, quantity }));
  const mistake = random() * WRONG_ONE_IN < 1 ? pick(mistakes.slice(1)) : "none";
  return {
    basket: { channel: shop.channel, shipTo: { country, postcode, city }, lines },
    place,
    buyer: pick(buyers),
    mistake,
    taste: random(),
  };
}

/** The order a shop sends: what the buyer chose of what they were offered, and what is wrong with it. */
export function orderOf(
  number: string,
  { basket, place, buyer, mistake, taste }: MadeBasket,
  offers: readonly Told[],
  placedAt: string,
): object {
  const taken = offers[Math.floor(taste * taste * offers.length)];
  const wish = wishOf(taken, mistake);
  return {
    number,
    channel: basket.channel,
    placedAt,
    customer: { name: buyer },
    shipTo: {
      lines: [place.street],
      city: place.city,
      postcode: mistake === "postcode" ? place.postcode.slice(0, -1) : place.postcode,
      country: place.country,
    },
    ...(wish ? { wish } : {}),
    lines: mistake === "no-item" ? [{ sku: "NO-SUCH-THING", quantity: 1 }] : basket.lines,
  };
}

function wishOf(taken: Told | undefined, mistake: Mistake): object | undefined {
  if (!taken) return undefined;
  const { offer, gross } = taken;
  if (mistake === "old-charge") return { offer, gross: (Number(gross) * 0.9).toFixed(2) };
  if (mistake === "gone-offer") return { offer: "LAST-YEARS", gross };
  return { offer, gross };
}
