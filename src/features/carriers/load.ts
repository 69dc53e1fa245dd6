import "server-only";
import { chartOf } from "@/core/quote/coverage-changes";
import type { Sample, SamplePrice } from "@/core/quote/service-samples";
import { priceSamples } from "@/core/quote/service-samples";
import type { Setup } from "@/core/setup/setup";
import { reasonSentence } from "@/messages/reason-sentence";
import { may, type Role } from "@/server/auth/roles";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { accountsOf } from "@/server/services/carrier-accounts";
import { secretsOf } from "@/server/services/carrier-secrets";

/** What belongs to a carrier beside the setup, as far as this role may know of it. */
export async function loadPrivate(carrier: string, role: Role) {
  const [accounts, secrets] = await Promise.all([
    may(role, "edit-setup") || may(role, "see-secrets") ? accountsOf(database(), carrier) : undefined,
    may(role, "see-secrets") ? secretsOf(database(), carrier) : undefined,
  ]);
  return { accounts, secrets };
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
): ShownPrice[][] {
  const prices = priceSamples(setup, services, samples, now().toISOString());
  return prices.ok ? prices.value.map((row) => row.map(shown)) : [];
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
