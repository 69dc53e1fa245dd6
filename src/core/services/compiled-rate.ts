import type { CompiledTariff } from "../tariffs/compiled-tariff";

/** Where a service's freight comes from. */
export type CompiledRate =
  | { readonly kind: "tariff"; readonly tariff: CompiledTariff }
  | {
      readonly kind: "live";
      readonly connection: string;
      readonly liveService: string;
      /** Minutes for which an answer counts as new. */
      readonly cacheMinutes: number;
      /** What counts without an answer; nothing of both: the service is passed over. */
      readonly fallbackTariff: CompiledTariff | undefined;
      readonly lastKnownHours: number | undefined;
    }
  | { readonly kind: "none" };

/** The table a service's places are read from: its own, or the one that stands in where a live rate fails. */
export function tariffOf(rate: CompiledRate): CompiledTariff | undefined {
  return rate.kind === "tariff" ? rate.tariff : rate.kind === "live" ? rate.fallbackTariff : undefined;
}
