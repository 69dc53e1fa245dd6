import type { Change } from "@/core/setup/inverse";
import type { Offer } from "@/core/setup/offer";
import { joinPath, type Json } from "@/core/setup/path";

/** Whether another channel gives the very offers of one, or gets copies that are changed by themselves. */
export type CopyHow = "same" | "copies";

/**
 * The changes that give a channel the offers of another that it does not have. Copies go behind all offers, named by their
 * code and the channel's; of offers given to the channel by a copy before, there is none again.
 */
export function copyChanges(offers: readonly Offer[], from: string, to: string, how: CopyHow): Change[] {
  const missing = offers.filter(({ channels }) => channels.includes(from) && !channels.includes(to));
  if (how === "same")
    return missing.map(({ code, channels }) => ({
      path: joinPath("offers", code, "channels"),
      from: channels,
      to: [...channels, to],
    }));
  const taken = new Set(offers.map(({ code }) => code));
  return missing.flatMap((offer) => {
    const code = `${offer.code}-${to}`.slice(0, 40);
    if (taken.has(code)) return [];
    taken.add(code);
    return [{ path: joinPath("offers", code), to: { ...offer, code, channels: [to] } as unknown as Json }];
  });
}
