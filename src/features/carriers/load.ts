import "server-only";
import { chartOf } from "@/core/coverage/coverage-changes";
import type { Sample, SamplePrice } from "@/core/quote/service-samples";
import { priceSamples } from "@/core/quote/service-samples";
import type { Setup } from "@/core/setup/setup";
import { reasonSentence } from "@/messages/reason-sentence";
import { may } from "@/server/auth/roles";
import { load } from "@/server/load";
import { accountsOf } from "@/server/services/carrier-accounts";
import { secretsOf } from "@/server/services/carrier-secrets";

/** What belongs to a carrier beside the setup, as far as whoever looks may know of it. */
export function loadPrivate(carrier: string) {
  return load(async ({ db, person: { role } }) => {
    const [accounts, secrets] = await Promise.all([
      may(role, "edit-setup") || may(role, "see-secrets") ? accountsOf(db, carrier) : undefined,
      may(role, "see-secrets") ? secretsOf(db, carrier) : undefined,
    ]);
    return { accounts, secrets };
  });
}

export type PrivateParts = Awaited<ReturnType<typeof loadPrivate>>;

/** What a service costs for a sample, in words where it does not carry it. */
export interface ShownPrice {
  readonly cost?: string;
  /** Zone and origin, or why there is no cost. */
  readonly about: string;
}

/** The cost of each sample by each service, for showing. */
export function loadSamplePrices(
  setup: Setup,
  services: readonly string[],
  samples: readonly Sample[],
): Promise<ShownPrice[][]> {
  return load(({ now }) => {
    const prices = priceSamples(setup, services, samples, now.toISOString());
    return prices.ok ? prices.value.map((row) => row.map(shown)) : [];
  });
}

function shown(price: SamplePrice): ShownPrice {
  if ("rejection" in price) return { about: reasonSentence(price.rejection) };
  const zone = price.zone === undefined ? "" : `zone ${price.zone}, `;
  return { cost: price.cost, about: `${zone}from ${price.origin}` };
}

/** The chart whose zones a service's transit by zone means. */
export function chartOfService(setup: Setup, service: string): string | undefined {
  return chartOf(setup, service);
}
