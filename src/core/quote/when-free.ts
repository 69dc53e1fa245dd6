import type { Channel } from "../setup/offer";
import { joinPath } from "../setup/path";
import { reject } from "../working/reason";
import type { QuotedOffer, WithheldOffer } from "./quote";

/**
 * Where the channel says so, leaves out offers that cost more than one given free and arrive no sooner. An offer that
 * promises no date is not compared; neither is one of the tier `collection`, which brings nothing to the door.
 */
export function dropNeedless(
  offers: readonly QuotedOffer[],
  channel: Channel,
  collected: ReadonlySet<string>,
): { readonly kept: readonly QuotedOffer[]; readonly dropped: readonly WithheldOffer[] } {
  if (channel.whenFree !== "dropSlowerOrEqual") return { kept: offers, dropped: [] };
  const free = offers.filter((offer) => offer.free && !collected.has(offer.offer));
  const kept: QuotedOffer[] = [];
  const dropped: WithheldOffer[] = [];
  for (const offer of offers) {
    const better =
      offer.free || collected.has(offer.offer) ? undefined : free.find((one) => isNoSlower(one, offer));
    if (!better) {
      kept.push(offer);
      continue;
    }
    const rejection = reject(
      "free-offer-given",
      { offer: better.name },
      joinPath("channels", channel.code, "whenFree"),
    );
    dropped.push({
      offer: offer.offer,
      name: offer.name,
      reason: rejection.reason,
      rejection,
      because: [],
      ...(offer.working ? { working: offer.working } : {}),
    });
  }
  return { kept, dropped };
}

function isNoSlower(free: QuotedOffer, other: QuotedOffer): boolean {
  return (
    free.promise !== undefined && other.promise !== undefined && free.promise.latest <= other.promise.latest
  );
}
