import type { Channel, Offer } from "@/core/setup/offer";

/** Where an offer is added: on a channel's page, beside an offer, or beside none. */
interface Beside {
  readonly channels: readonly Channel[];
  /** The channel whose page is shown. */
  readonly shown: string | undefined;
  /** The offer whose page is shown. */
  readonly offer: Offer | undefined;
  readonly homeCurrency: string;
  readonly services: readonly { readonly code: string; readonly active: boolean }[];
}

/**
 * A new offer: given in the channel that is looked at, in its currency where that is not the home currency, by the only
 * service in use where there is just one, and charging nothing to nobody until somebody says how.
 */
export function newOffer(
  code: string,
  name: string,
  { channels, shown, offer, homeCurrency, services }: Beside,
): Offer {
  const inUse = services.filter(({ active }) => active);
  const wanted = shown ?? offer?.channels[0];
  const channel = channels.find((one) => one.code === wanted) ?? channels[0];
  return {
    code,
    name,
    channels: channel ? [channel.code] : [],
    ...(channel && channel.currency !== homeCurrency ? { currency: channel.currency } : {}),
    services: inUse.length === 1 ? inUse.map((one) => one.code) : [],
    pick: "cheapest",
    acrossOrigins: "any",
    plan: { kind: "ladder", match: "first", rules: [] },
    chargeType: "freight",
    active: true,
  };
}
